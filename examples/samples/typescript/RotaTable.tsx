import { useState } from "react";
import type { Member } from "./crew";

interface Props {
  readonly ferry: string;
  readonly members: readonly Member[];
}

export function RotaTable({ ferry, members }: Props) {
  const [role, setRole] = useState<string>();
  const shown = members.filter((member) => role === undefined || member.role === role);
  return (
    <table class="rota">
      <caption>{ferry}</caption>
      {shown.map(({ name, hours }) => (
        <tr>
          <td>{name}</td>
          <td>{hours} h</td>
        </tr>
      )}
    </table>
  );
}
