import { addedBraces, chainToSwitch, choiceToIf, flippedCondition, ifToChoice } from "./choices.js";
import { defaultImport, joinedDeclarations, namedImport, splitDeclaration, unpackedMember } from "./declarations.js";
import { extractedConstant } from "./extracted-constant.js";
import { extractedFunction } from "./extracted-function.js";
import { arrowFunction, blockBody, conciseBody, plainFunction } from "./functions.js";
import { inlinedName } from "./inlined-name.js";
import type { Refit } from "./refit.js";
import { joinedText, templateText } from "./template-text.js";

/** All refits, in the order in which they are offered. */
export const refits: readonly Refit[] = [
  templateText, joinedText, arrowFunction, plainFunction, blockBody, conciseBody, choiceToIf, ifToChoice, flippedCondition, addedBraces, chainToSwitch,
  splitDeclaration, joinedDeclarations, unpackedMember, namedImport, defaultImport, extractedConstant, extractedFunction, inlinedName,
];
