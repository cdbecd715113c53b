/** Who works on which ferry on which day. */

const days = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

/** Deals the crews out over the days so that nobody works two days running. */
export function makeRota(crews, ferries) {
  const rota = {};
  let turn = 0;
  for (const day of days) {
    rota[day] = ferries.map((ferry) => {
      const crew = crews[turn % crews.length];
      turn += 1;
      return { ferry, crew };
    });
  }
  return rota;
}

export function daysOf(rota, crew) {
  return days.filter((day) => rota[day].some((shift) => shift.crew === crew));
}

export function printRota(rota) {
  for (const day of days) {
    const shifts = rota[day].map(({ ferry, crew }) => `${ferry}: ${crew}`);
    console.log(day, shifts.join(", "));
  }
}
