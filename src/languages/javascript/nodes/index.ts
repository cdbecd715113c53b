export * from "./declarations.js";
export * from "./expressions.js";
export * from "./jsx.js";
export * from "./modules.js";
export * from "./statements.js";
export type * from "./unions.js";
