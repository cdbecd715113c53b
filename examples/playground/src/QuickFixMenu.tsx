import { useEffect, useRef } from "react";
import type { CodeAction } from "vscode-languageserver-protocol";

export interface OpenMenu {
  readonly actions: readonly CodeAction[];
  readonly left: number;
  readonly top: number;
}

interface Props {
  readonly menu: OpenMenu;
  readonly onChoose: (action: CodeAction) => void;
  readonly onClose: () => void;
}

/** A menu of quick fixes; arrow keys move, Enter chooses, Escape closes. */
export function QuickFixMenu({ menu, onChoose, onClose }: Props) {
  const list = useRef<HTMLDivElement>(null);
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
          left: Math.min(menu.left, innerWidth - 380),
          top: Math.max(8, Math.min(menu.top, innerHeight - 44 - 36 * menu.actions.length)),
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
            onClick={() => onChoose(action)}
          >
            {action.title}
          </button>
        ))}
        {menu.actions.length === 0 && <p>No quick fix here.</p>}
      </div>
    </div>
  );
}
