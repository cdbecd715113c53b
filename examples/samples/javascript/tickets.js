import { isFull, seatsLeft, reserve } from "./seats.js";
import { printOn } from "./printer.js";

const fares = { adult: 420, child: 210, dog: 0, child: 200 };

export async function sell(ferry, kind, sold) {
  if (isFull(ferry, sold)) {
    return null;
    tellKiosk("full");
  }
  const ticket = { ferry, kind, price: fares[kind], seat: seatsleft(ferry, sold) };
  if (ticket.price === NaN) throw new Error("No fare for " + kind);
  sold.push(ticket);
  printOn("kiosk", ticket);
  return ticket;
}

export function priceOf(tickets) {
  return tickets.map((ticket) => { ticket.price }).reduce((sum, price) => sum + price, 0);
}
