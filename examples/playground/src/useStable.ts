import { useRef } from "react";

type Listeners = Readonly<Record<string, (...given: never[]) => void>>;

/** Listeners that stay the same from one rendering to the next, and do what those of the last one do: so that what takes them need not be rendered again. */
export function useStable<Given extends Listeners>(listeners: Given): Given {
  const last = useRef(listeners);
  last.current = listeners;
  const stable = useRef<Given>(null);
  stable.current ??= Object.fromEntries(
    Object.keys(listeners).map((name) => [name, (...given: never[]) => last.current[name]!(...given)]),
  ) as unknown as Given;
  return stable.current;
}
