/** What is done with each part of a document by itself, as if it were done with the document. */
import type { RefitOffer, RefitRefusal } from "../languages/refit.js";
import type { Alert } from "./alert.js";
import type { MendOptions } from "./choice.js";
import { together, type Remedies, type Remedy } from "./document-remedies.js";
import type { DocumentState } from "./document-state.js";
import type { MendResult } from "./mend.js";
import {
  innerEdit,
  innerOptions,
  joinedResults,
  outerEdit,
  outerRemedy,
  partAt,
  type Part,
} from "./parts.js";

/** The ways to settle some alerts of a document, by what finds them in a part. */
export function remediesIn(
  document: DocumentState,
  alerts: Iterable<Alert>,
  find: (part: DocumentState, alerts: ReadonlySet<Alert>) => Remedies,
): Remedies {
  if (document.regions === undefined) return find(document, new Set(alerts));
  const outer = new Map([...alerts].map((alert) => [document.originOf(alert), alert]));
  const offered: Remedy[] = [];
  const withheld: Remedy[] = [];
  for (const part of document.parts()) {
    const found = find(part.document, new Set(outer.keys()));
    const told = (remedy: Remedy): Remedy => outerRemedy(part, remedy, outer.get(remedy.alert)!);
    offered.push(...found.offered.map(told));
    withheld.push(...found.withheld.map(told));
  }
  return { offered, withheld };
}

/** Those of some remedies that can be taken together. */
export function togetherIn(document: DocumentState, remedies: readonly Remedy[]): Remedy[] {
  if (document.regions === undefined) return together(document, remedies);
  const parts = document.parts();
  return parts.flatMap((part) => {
    const inner = new Map<Remedy, Remedy>(
      remedies.filter(({ alert }) => partAt(parts, alert) === part).map((remedy) => [
        { ...remedy, edits: remedy.edits.map((edit) => innerEdit(part, edit)), alert: document.originOf(remedy.alert) },
        remedy,
      ]),
    );
    return together(part.document, [...inner.keys()]).map((remedy) => inner.get(remedy)!);
  });
}

/** Settles what can be settled in each part. */
export function mendIn(
  document: DocumentState,
  options: MendOptions = {},
  mend: (analysis: DocumentState["analysis"], options: MendOptions) => MendResult,
): MendResult {
  if (document.regions === undefined) return mend(document.analysis, options);
  const results = document.parts().flatMap((part): [Part, MendResult][] => {
    const own = innerOptions(part, options);
    return own === undefined ? [] : [[part, mend(part.document.analysis, own)]];
  });
  return joinedResults(document.text.value, results);
}

/** A refit of a part as one of the document. */
export function outerRefit<Offer extends RefitOffer | RefitRefusal>(part: Part, offer: Offer): Offer {
  if (!("edits" in offer)) return offer;
  const { edits, ...rest } = offer;
  return { ...rest, edits: edits.map((edit) => outerEdit(part, edit)) } as unknown as Offer;
}
