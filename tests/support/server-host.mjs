/** Serves one client after another in one process, each over a pipe of its own: code that has run before runs many times as fast as in a process of its own. */
import { createConnection } from "node:net";
import { serve } from "../../dist/server/node.js";

process.on("message", (pipe) => {
  const socket = createConnection(pipe);
  // A client that has gone has no questions.
  socket.on("error", () => socket.destroy());
  socket.on("connect", () => {
    const exit = (code) => {
      process.send({ pipe, code });
      socket.destroy();
    };
    serve({ input: socket, output: socket }, { exit });
  });
});
process.on("disconnect", () => process.exit());
