/** Requests for leave, in the order they came. */
export class LeaveBook {
  requests = [];

  ask(crew, from, to) {
    this.requests.push({ crew, from, to, granted: false });
  }

  grant(crew) {
    for (const request of this.requests) {
      if (request.crew === crew) request.granted = true;
    }
  }

  /** Who is away on a day. */
  away(day) {
    return this.requests
      .filter((request) => request.granted && request.from <= day && day <= request.to)
      .map((request) => request.crew);
  }
}

/** Asks for leave by the week, as the office's form has it. */
export function askForWeek(book, crew, week, note) {
  book.ask(crew, week * 7, week * 7 + 6);
}
