/** Whether packs may run: they are programs, and come with a folder that somebody else may have made. */
import type { DocumentSettings } from "./host.js";
import type { Session } from "./session.js";

const once = "Run them now";
const always = "Always run those of this folder";
const never = "Do not run them";

export class Trust {
  private readonly asked = new Set<string>();

  constructor(
    private readonly session: Session,
    private readonly granted: () => void,
  ) {}

  /** Asks a person once about each folder whose packs wait for an answer. */
  ask({ waiting }: DocumentSettings): void {
    const { session } = this;
    if (waiting === undefined || session.editor.trust !== "ask" || this.asked.has(waiting.folder)) return;
    const { folder, packs } = waiting;
    this.asked.add(folder);
    const question = {
      type: 2,
      message: `The settings in ${folder} name packs of rules, which are programs: ${packs.join(", ")}. Run them?`,
      actions: [{ title: once }, { title: always }, { title: never }],
    };
    void session.ask<{ title: string } | null>("window/showMessageRequest", question).then((answer) => {
      if (answer?.title !== once && answer?.title !== always) {
        session.log(3, `The packs of ${folder} do not run. \`alertQuill.trust\` set to \`always\` lets them.`);
        return;
      }
      session.host.trustFolder(folder, answer.title === always);
      this.granted();
    });
  }
}
