export * from "./declarations.js";
export * from "./expressions.js";
export * from "./jsx.js";
export * from "./modules.js";
export * from "./statements.js";
export * from "./types.js";
export * from "./typescript.js";
export type * from "./unions.js";
