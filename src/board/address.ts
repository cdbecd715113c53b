/** What is chosen, kept in the page's address so that it can be shared and gone back to. */
import { useEffect, useState } from "preact/hooks";
import { groupings, nothingChosen, type Choice } from "./facts.js";

function read(): Choice {
  const given = new URLSearchParams(location.hash.slice(1));
  const choice: Record<string, string> = { ...nothingChosen };
  for (const key of Object.keys(nothingChosen)) choice[key] = given.get(key) ?? choice[key]!;
  if (!(groupings as readonly string[]).includes(choice["group"]!)) choice["group"] = nothingChosen.group;
  if (!["overview", "alerts", "rules"].includes(choice["view"]!)) choice["view"] = nothingChosen.view;
  return choice as unknown as Choice;
}

function write(choice: Choice): string {
  const said = Object.entries(choice).filter(([key, value]) => value !== nothingChosen[key as keyof Choice]);
  return new URLSearchParams(Object.fromEntries(said)).toString();
}

/** Changes what is chosen; with `isStep`, one can go back to what was. */
export type Choose = (change: Partial<Choice>, isStep?: boolean) => void;

export function useChoice(): readonly [Choice, Choose] {
  const [choice, set] = useState(read);
  useEffect(() => {
    const follow = (): void => set(read());
    addEventListener("hashchange", follow);
    return () => removeEventListener("hashchange", follow);
  }, []);
  const choose: Choose = (change, isStep = true) => {
    const next = { ...read(), ...change };
    const address = `#${write(next)}`;
    if (isStep) history.pushState(null, "", address);
    else history.replaceState(null, "", address);
    set(next);
  };
  return [choice, choose];
}
