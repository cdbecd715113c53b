/** What an editor can show beside a text: the rules with what they are about, and the flow of the code at a place. Requests of our own, for those who know them. */
import type {
  CancellationToken,
  TextDocumentIdentifier,
  TextDocumentPositionParams,
} from "vscode-languageserver-protocol";
import { languages as listed, rules as builtIn } from "../../languages/index.js";
import { kitsOf } from "../../report/rule-page.js";
import { joinRules } from "../../rules/joined.js";
import { areaOf } from "../../rules/rule.js";
import { resolveSettings } from "../../settings/resolve.js";
import type { Feature, Session } from "../session.js";

/** A rule, for a list of all there are. */
export interface RuleView {
  readonly id: string;
  readonly area: string;
  readonly title: string;
  readonly why: string;
  /** Its level where it is on, when nothing says otherwise. */
  readonly standard: string;
  /** What counts for the document that was asked about: a level, perhaps one of the settings' own, or `off`. */
  readonly level: string;
  readonly kits: readonly string[];
  /** Code that it tells of, the marked parts in `«»`, and what a remedy makes of it. */
  readonly examples: readonly { readonly code: string; readonly after?: string }[];
}

export function viewsFeature({ documents, scheduler, workspace, host, languages }: Session): Feature {
  const rules = joinRules([
    ...builtIn,
    ...languages.filter((one) => !listed.includes(one)).flatMap((one) => one.rules),
  ]);
  return {
    requests: {
      "alertQuill/rules": ({ textDocument: { uri } }: { textDocument: TextDocumentIdentifier }): RuleView[] => {
        host.settle();
        const { settings } = host.settingsFor(uri);
        const resolved = "outcomes" in settings ? settings : resolveSettings(settings, { rules, languages });
        const language = languages.find(({ extensions }) => extensions.some((ending) => uri.endsWith(ending)));
        const { outcomes } = language === undefined ? resolved : resolved.in(language);
        return rules.map((rule) => ({
          id: rule.id,
          area: areaOf(rule.id),
          title: rule.title,
          why: rule.why,
          standard: rule.level,
          level: outcomes.get(rule.id)?.level ?? "off",
          kits: kitsOf(rule),
          examples: rule.examples.alerts.map(({ code, after }) => ({ code, ...(after !== undefined && { after }) })),
        }));
      },
      "alertQuill/flow": async (
        { textDocument: { uri }, position }: TextDocumentPositionParams,
        token: CancellationToken,
      ): Promise<{ svg: string } | null> => {
        // What draws it is loaded where somebody wants to see it, before the place is taken.
        const { flowPicture } = await import("../../report/flow-picture.js");
        const home = documents.place(uri)?.home;
        if (home === undefined || !(await scheduler.ready(home, token))) return null;
        const place = documents.place(uri);
        if (place === undefined) return null;
        const from = place.offset(position);
        return { svg: flowPicture(workspace.flowAt(home, { from, to: from }), true) };
      },
    },
  };
}
