/** The names that Python has without a declaration: those of the module `builtins`, and those that each module has of itself. */
import type { KnownNames } from "../../model/known-names.js";
import { SpellingIndex } from "../../model/spelling-index.js";
import type { LanguageValues } from "../settings.js";

const builtins = `
  ArithmeticError AssertionError AttributeError BaseException BaseExceptionGroup BlockingIOError BrokenPipeError BufferError BytesWarning
  ChildProcessError ConnectionAbortedError ConnectionError ConnectionRefusedError ConnectionResetError DeprecationWarning EOFError Ellipsis
  EncodingWarning EnvironmentError Exception ExceptionGroup FileExistsError FileNotFoundError FloatingPointError FutureWarning GeneratorExit
  IOError ImportError ImportWarning IndentationError IndexError InterruptedError IsADirectoryError KeyError KeyboardInterrupt LookupError
  MemoryError ModuleNotFoundError NameError NotADirectoryError NotImplemented NotImplementedError OSError OverflowError
  PendingDeprecationWarning PermissionError ProcessLookupError PythonFinalizationError RecursionError ReferenceError ResourceWarning
  RuntimeError RuntimeWarning StopAsyncIteration StopIteration SyntaxError SyntaxWarning SystemError SystemExit TabError TimeoutError
  TypeError UnboundLocalError UnicodeDecodeError UnicodeEncodeError UnicodeError UnicodeTranslateError UnicodeWarning UserWarning ValueError
  Warning ZeroDivisionError __build_class__ __debug__ __import__ abs aiter all anext any ascii bin bool breakpoint bytearray bytes callable
  chr classmethod compile complex copyright credits delattr dict dir divmod enumerate eval exec exit filter float format frozenset getattr
  globals hasattr hash help hex id input int isinstance issubclass iter len license list locals map max memoryview min next object oct open
  ord pow print property quit range repr reversed round set setattr slice sorted staticmethod str sum super tuple type vars zip
`.trim().split(/\s+/);

/** Names with the edition that brought them. */
const since: Readonly<Record<string, number>> = {
  EncodingWarning: 310,
  aiter: 310,
  anext: 310,
  BaseExceptionGroup: 311,
  ExceptionGroup: 311,
  PythonFinalizationError: 313,
};

/** What a module, or the body of a class, has of itself; `WindowsError` exists on some machines, and `reveal_type` where types are checked. */
const ofModules = [
  "__name__",
  "__doc__",
  "__file__",
  "__path__",
  "__package__",
  "__spec__",
  "__loader__",
  "__builtins__",
  "__annotations__",
  "__dict__",
  "__cached__",
  "__module__",
  "__qualname__",
  "__class__",
  "__conditional_annotations__",
  "WindowsError",
  "reveal_type",
];

const made = new Map<number, KnownNames>();

/** All ready-made names of an edition. */
export function readyMadeNames({ edition }: LanguageValues): KnownNames {
  let names = made.get(edition);
  if (names === undefined) {
    const own = new Set(builtins.filter((name) => (since[name] ?? 0) <= edition));
    // Nobody means the others by a misspelt name.
    names = { names: new Set([...own, ...ofModules]), own, spelling: SpellingIndex.of(own) };
    made.set(edition, names);
  }
  return names;
}
