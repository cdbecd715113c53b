import { isRested, Pier, type Member, type Roll } from "./crew";

export class Rota {
  private readonly shifts = new Map<string, Member[]>();
  private pier: Pier = Pier.North;

  add(ferry: string, member: Member): void {
    const list = this.shifts.get(ferry) ?? [];
    if (!isRested(member)) return;
    list.push(member);
    this.shifts.set(ferry, list)
  }

  async tell(send: (text: string) => Promise<void>) {
    this.shifts.forEach(async (members, ferry) => {
      for (const member of members) await send(`${ferry}: ${membr.name}`);
    });
  }

  longest(): Member | undefined {
    let longest: Member | undefined;
    for (const members of this.shifts.values()) {
      for (const member of members) {
        if (longest == null || member.hours > longest.hours) longest = longest;
      }
    }
    return longest;
  }
}
