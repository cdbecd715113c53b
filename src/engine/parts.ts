/** What was found in the parts of a document, told of the document as one. */
import type { Region } from "../languages/language.js";
import type { RemedyOffer } from "../rules/rule.js";
import { applyAll, inOrder, type Edit, type Span } from "../text/edit.js";
import type { Inset } from "../text/inset.js";
import { inDocumentOrder, type Alert, type FoundAlert } from "./alert.js";
import type { MendOptions } from "./choice.js";
import type { LayoutOptions } from "./document-layout.js";
import type { Remedy } from "./document-remedies.js";
import type { DocumentState } from "./document-state.js";
import type { MendResult } from "./mend.js";

/** A part of a document: the document itself without what stands in other languages, or one of its regions. */
export interface Part {
  readonly document: DocumentState;
  /** Where a region lies; absent of the document itself. */
  readonly inset?: Inset;
  readonly region?: Region;
}

export const outerSpan = ({ inset }: Part, span: Span): Span => inset?.outerSpan(span) ?? span;
export const innerSpan = ({ inset }: Part, span: Span): Span => inset?.innerSpan(span) ?? span;
export const outerEdit = ({ inset }: Part, edit: Edit): Edit => inset?.outerEdit(edit) ?? edit;
export const innerEdit = ({ inset }: Part, edit: Edit): Edit => inset?.innerEdit(edit) ?? edit;

/** Whether a span of the document lies in a part, or touches it; in the document itself all do. */
export function touches({ inset }: Part, { from, to }: Span): boolean {
  return inset === undefined || (from <= inset.span.to && to >= inset.span.from);
}

/** The part in which a span of the document lies. */
export function partAt(parts: readonly Part[], { from, to }: Span): Part {
  return parts.find(({ inset }) => inset !== undefined && from >= inset.span.from && to <= inset.span.to) ?? parts[0]!;
}

interface Told {
  readonly of: readonly FoundAlert[];
  readonly inset: Inset;
  readonly as: readonly FoundAlert[];
}

/** Alerts of regions as alerts of the document, kept as long as they are the same. */
export class ToldParts {
  private readonly told = new WeakMap<DocumentState, Told>();
  private readonly origins = new WeakMap<Alert, Alert>();
  private last: { readonly of: readonly (readonly FoundAlert[])[]; readonly as: readonly FoundAlert[] } | undefined;

  /** The alerts of all parts, in the order of the document. */
  join(found: readonly (readonly [part: Part, alerts: readonly FoundAlert[]])[]): readonly FoundAlert[] {
    const lists = found.map(([part, alerts]) => this.inDocument(part, alerts));
    const { last } = this;
    if (last?.of.length === lists.length && last.of.every((list, index) => list === lists[index])) return last.as;
    const as = lists.flat().sort(inDocumentOrder);
    this.last = { of: lists, as };
    return as;
  }

  /** What an alert of the document is in the part in which it was found. */
  originOf(alert: Alert): Alert {
    return this.origins.get(alert) ?? alert;
  }

  private inDocument(part: Part, alerts: readonly FoundAlert[]): readonly FoundAlert[] {
    const { document, inset } = part;
    if (inset === undefined) return alerts;
    const told = this.told.get(document);
    if (told?.of === alerts && inset.isAt(told.inset)) return told.as;
    const as = alerts.map(({ alert, remedies }): FoundAlert => {
      const outer: Alert = {
        ...alert,
        ...inset.outerSpan(alert),
        related: alert.related.map((place) => ({ ...place, ...inset.outerSpan(place) })),
      };
      this.origins.set(outer, alert);
      return { alert: outer, remedies: () => remedies().map((offer) => outerOffer(part, offer)) };
    });
    this.told.set(document, { of: alerts, inset, as });
    return as;
  }
}

function outerOffer<Offer extends Pick<RemedyOffer, "edits">>(part: Part, offer: Offer): Offer {
  return { ...offer, edits: offer.edits.map((edit) => outerEdit(part, edit)) };
}

/** How a part is laid out: in steps of the kind that its own indentation is made of, where the client says another. */
export function innerLayout({ inset }: Part, options: LayoutOptions): LayoutOptions {
  const { unit } = options;
  const indent = inset?.indent ?? "";
  if (indent === "" || unit === undefined || (unit === "tab") === indent.startsWith("\t")) return options;
  return { ...options, unit: unit === "tab" ? 2 : "tab" };
}

/** A remedy of a part as one of the document, for an alert of the document. */
export function outerRemedy(part: Part, remedy: Remedy, alert: Alert): Remedy {
  return { ...outerOffer(part, remedy), alert };
}

/** Options for mending a part, of those for the document; `undefined` where nothing of the part is to be mended. */
export function innerOptions(part: Part, options: MendOptions): MendOptions | undefined {
  if (part.inset === undefined) return options;
  const { within, unfinished } = options;
  const stretches = within?.filter((span) => touches(part, span)).map((span) => innerSpan(part, span));
  if (stretches?.length === 0) return undefined;
  return {
    ...options,
    ...(stretches && { within: stretches }),
    ...(
      unfinished && {
        unfinished: unfinished.filter((span) => touches(part, span)).map((span) => innerSpan(part, span)),
      }
    ),
  };
}

/** What came of mending the parts, as one result. */
export function joinedResults(
  text: string,
  results: readonly (readonly [part: Part, result: MendResult])[],
): MendResult {
  const edits = inOrder(results.flatMap(([part, result]) => result.edits.map((edit) => outerEdit(part, edit))));
  const applied = new Map<string, number>();
  for (const [, result] of results) {
    for (const [rule, count] of result.applied) applied.set(rule, (applied.get(rule) ?? 0) + count);
  }
  return {
    edits,
    text: applyAll(text, edits),
    applied,
    dropped: results.flatMap(([, result]) => result.dropped),
    fights: results.flatMap(([, result]) => result.fights),
  };
}
