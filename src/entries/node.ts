/** What a program on Node.js needs beside the engine. */
export { loadLanguages, readAsset } from "../project/load-languages.js";
