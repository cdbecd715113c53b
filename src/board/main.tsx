import { render } from "preact";
import type { BoardData } from "../report/board-data.js";
import { App } from "./App.js";

const data = JSON.parse(document.getElementById("data")!.textContent!) as BoardData;
const place = document.getElementById("board")!;
place.replaceChildren();
render(<App data={data} />, place);
