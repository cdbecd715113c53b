import type { Text } from "@codemirror/state";
import { ChangeSet } from "@codemirror/state";
import { useEffect, useRef, useState } from "react";
import type { CodeAction } from "vscode-languageserver-protocol";
import { changesOf, editsOf } from "./client.js";
import { Diff } from "./Diff.js";

export interface OpenMenu {
  readonly actions: readonly CodeAction[];
  readonly uri: string;
  readonly text: Text;
  readonly left: number;
  readonly top: number;
}

interface Props {
  readonly menu: OpenMenu;
  readonly onChoose: (action: CodeAction) => void;
  readonly onClose: () => void;
}

/** What the text would be after an action. */
function after({ uri, text }: OpenMenu, action: CodeAction): string {
  return ChangeSet.of(changesOf(text, editsOf(action, uri)), text.length).apply(text).toString();
}

/** Room for a menu with its preview. */
const room = { width: 460, height: 90 };

/** A menu of quick fixes; arrow keys move, Enter chooses, Escape closes. Below them stands what the one with the focus would change. */
export function QuickFixMenu({ menu, onChoose, onClose }: Props) {
  const list = useRef<HTMLDivElement>(null);
  const [shown, setShown] = useState<CodeAction | undefined>(menu.actions[0]);
  useEffect(() => list.current?.querySelector("button")?.focus(), [menu]);
  const step = (by: number): void => {
    const buttons = [...list.current!.querySelectorAll("button")];
    const index = buttons.indexOf(document.activeElement as HTMLButtonElement);
    buttons[(index + by + buttons.length) % buttons.length]?.focus();
  };
  return (
    <div className="veil" onClick={onClose}>
      <div
        className="menu"
        role="menu"
        ref={list}
        style={{
          left: Math.max(4, Math.min(menu.left, innerWidth - room.width)),
          top: Math.max(8, Math.min(menu.top, innerHeight - room.height - 36 * menu.actions.length - 44)),
        }}
        onKeyDown={(event) => {
          if (event.key === "Escape") onClose();
          else if (event.key === "ArrowDown") step(1);
          else if (event.key === "ArrowUp") step(-1);
          else return;
          event.preventDefault();
        }}
      >
        {menu.actions.map((action) => (
          <button
            key={action.title}
            role="menuitem"
            className={action.isPreferred ? "preferred" : ""}
            onFocus={() => setShown(action)}
            onMouseEnter={(event) => event.currentTarget.focus()}
            onClick={() => onChoose(action)}
          >
            {action.title}
          </button>
        ))}
        {menu.actions.length === 0 && <p>No quick fix here.</p>}
        {shown && <Diff before={menu.text.toString()} after={after(menu, shown)} context={0} />}
      </div>
    </div>
  );
}
