/** What goes over the connection, told to a client that wants to know. */
export class Trace {
  private value: "off" | "messages" | "verbose" = "off";

  constructor(private readonly send: (method: string, params: object) => void) {}

  set(value: unknown): void {
    if (value === "off" || value === "messages" || value === "verbose") this.value = value;
  }

  note(message: string, more: unknown): void {
    if (this.value === "off") return;
    this.send("$/logTrace", {
      message,
      ...(this.value === "verbose" && { verbose: JSON.stringify(more)?.slice(0, 2000) }),
    });
  }
}
