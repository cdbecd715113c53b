export interface Member {
  readonly name: string;
  readonly role: Role;
  readonly hours: number;
}

export type Role = "skipper" | "deckhand" | "engineer";

export enum Pier {
  North = 1,
  South = 2,
}

export function isRested(member: Member): boolean {
  if (member.hours < 8) {
    return true;
  } else if (member.hours < 8) {
    return member.role !== "skipper";
  }
}
