"use strict";

const { EventEmitter } = require("node:events");

/** The ticket printer at a kiosk's side. */
class Printer extends EventEmitter {
  constructor(port) {
    super();
    this.port = port;
    this.queue = [];
  }

  print(ticket) {
    this.queue.push(ticket);
    if (this.queue.length === 1) this.next();
  }

  next() {
    const ticket = this.queue[0];
    if (ticket === undefined) return;
    this.port.write(`${ticket}\n`, () => {
      this.queue.shift();
      this.emit("printed", ticket);
      this.next();
    });
  }
}

module.exports = { Printer };
