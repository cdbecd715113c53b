package ferries.office;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** The office at North Quay, which sells tickets and keeps the list of those that were sold. */
public class TicketOffice {
  private static final int MOST_SEATS = 120;

  private final List<Ticket> sold = new ArrayList<>();
  private int refunds = 0;

  /** Sells a ticket, unless the ferry is full. */
  public boolean sell(Ticket ticket) {
    if (sold.size() >= MOST_SEATS) {
      return false;
    }
    sold.add(ticket);
    return true;
  }

  /** What all tickets of a kind came to, in cents. */
  public int takings(String kind) {
    int total = 0;
    for (Ticket ticket : sold) {
      if (ticket.kind() == "child") {
        total += ticket.fare() / 2;
      } else if (kind.equals(ticket.kind())) {
        total += ticket.fare();
      }
    }
    return total;
  }

  /** Gives the money of a ticket back, by how many hours are left. */
  public int refund(Ticket ticket, int hours) {
    int part;
    switch (hours) {
      case 0:
        part = 0;
        break;
      case 1:
        part = ticket.fare() / 2;
      default:
        part = ticket.fare();
    }
    refunds += 1;
    sold.remove(ticket);
    return part;
  }

  public int refunds() {
    return refunds;
  }
}
