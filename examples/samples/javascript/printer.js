/** Prints a ticket at a kiosk. */
export async function printOn(kiosk, { ferry, kind, seat }) {
  const lines = ["Saltmarsh Ferries", `${ferry}, seat ${seat}`, 'for one ${kind}'];
  for (const line of lines) {
    await fetch(`/printers/${kiosk}`, { method: "POST", body: line });
  }
}
