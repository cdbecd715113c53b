/** Slips of a practitioner: in each of these programs there is one mistake, and one alert tells of it, where it was made; its first remedy gives what was meant. */
import path from "node:path";
import { expect, test } from "vitest";
import { applyAll, createWorkspace } from "../../src/index.js";
import { languages } from "../../src/languages/index.js";
import { writeMarks } from "../../src/testing/index.js";
import { read, root } from "../support/files.js";

/** The rule that tells, what is meant, what is written in its place, and the line with its mark; the text that the first remedy gives there if it is not what is meant, `null` where it cannot be known. */
type Slip = readonly [rule: string, meant: string, written: string, marked: string, mended?: string | null];

const slips: Readonly<Record<string, readonly Slip[]>> = {
  "fares.js": [
    [
      "syntax.missing-closer",
      "fareFor(adults, children) {",
      "fareFor(adults, children {",
      "export function fareFor(adults, childre«n» {",
    ],
    ["syntax.missing-part", "children) {\n  const", "children)\n  const", "export function fareFor(adults, children«)»"],
    [
      "syntax.missing-part",
      "fareFor(adults, children)",
      "fareFor adults, children)",
      "export function fareFo«r» adults, children) {",
    ],
    [
      "syntax.missing-closer",
      "log(`${passenger.name} has no ticket`);",
      "log(`${passenger.name} has no ticket`;",
      "log(`${passenger.name} has no ticket«`»;",
    ],
    [
      "syntax.missing-closer",
      "ferry.seats.push(passenger.name);",
      "ferry.seats.push(passenger.name;",
      "ferry.seats.push(passenger.nam«e»;",
    ],
    ["syntax.missing-closer", "passengers[i];", "passengers[i;", "const passenger = passengers[«i»;"],
    [
      "syntax.missing-closer",
      "[\"Ada\", \"Bo\"] });",
      "[\"Ada\", \"Bo\" });",
      "ferry.leave({ at: tides[0], wind, crew: [\"Ada\", \"Bo«\"» });",
    ],
    [
      "syntax.missing-closer",
      "[\"Ada\", \"Bo\"] });",
      "[\"Ada\", \"Bo\"]);",
      "ferry.leave({ at: tides[0], wind, crew: [\"Ada\", \"Bo\"«]»);",
    ],
    [
      "syntax.missing-closer",
      "[\"Ada\", \"Bo\"] });",
      "[\"Ada\", \"Bo\"] };",
      "ferry.leave({ at: tides[0], wind, crew: [\"Ada\", \"Bo\"] «}»;",
    ],
    ["syntax.missing-closer", "if (wind > 9) {", "if (wind > 9 {", "if (wind > «9» {"],
    ["syntax.missing-part", "if (wind > 9) {", "if wind > 9) {", "i«f» wind > 9) {"],
    ["syntax.unexpected", "if (wind > 9) {", "if (wind > 9) }", "if (wind > 9) «}»"],
    ["syntax.missing-part", "if (wind > 9) {", "if (wind > 9)", "if (wind > 9«)»"],
    [
      "syntax.missing-closer",
      "    } else if (wind > 7) {",
      "    else if (wind > 7) {",
      "throw new Error(\"too windy\")«;»",
    ],
    ["syntax.missing-part", "else if (wind > 7) {", "else if (wind > 7)", "} else if (wind > 7«)»"],
    ["syntax.missing-part", "    } else {\n      log(\"at", "    } else \n      log(\"at", "} els«e»"],
    [
      "syntax.missing-closer",
      "for (const berth of berths) {",
      "for (const berth of berths {",
      "for (const berth of berth«s» {",
    ],
    [
      "syntax.missing-closer",
      "for (let i = 0; i < passengers.length; i += 1) {",
      "for (let i = 0; i < passengers.length; i += 1 {",
      "for (let i = 0; i < passengers.length; i += «1» {",
    ],
    ["syntax.missing-closer", "while (hours > 0) {", "while (hours > 0 {", "while (hours > «0» {"],
    ["syntax.missing-part", "while (hours > 0) {", "while hours > 0 {", "whil«e» hours > 0 {", null],
    ["syntax.missing-closer", "switch (tide) {", "switch (tide {", "switch (tid«e» {"],
    ["syntax.missing-part", "switch (tide) {", "switch tide {", "switc«h» tide {", null],
    ["syntax.missing-part", "switch (tide) {", "switch (tide)", "switch (tide«)»"],
    ["syntax.missing-closer", "  } catch (problem) {", "  } catch (problem {", "} catch (proble«m» {"],
    [
      "syntax.missing-closer",
      "  } catch (problem) {",
      "  catch (problem) {",
      "ferry.leave({ at: tides[0], wind, crew: [\"Ada\", \"Bo\"] })«;»",
    ],
    ["syntax.missing-part", "  } catch (problem) {", "  } catch problem {", "} catch «problem» {", null],
    ["syntax.missing-closer", "  return null;\n}", "  return null;\n", "return null«;»"],
    ["syntax.missing-closer", "    count += 1;\n  }", "    count += 1;\n", "count += 1«;»"],
    ["syntax.missing-closer", "      return berth;\n    }\n", "      return berth;\n", "return berth«;»"],
    ["syntax.missing-closer", "return this.#name;\n  }", "return this.#name;\n", "return this.#name«;»"],
    [
      "syntax.missing-closer",
      "minutes: 25 },",
      "minutes: 25 ,",
      "{ from: \"North Quay\", to: \"Kiosk\", minutes: 25 «,»",
    ],
    ["syntax.missing-part", "minutes: 25 },", "minutes: 25 }", "{ from: \"North Quay\", to: \"Kiosk\", minutes: 25 «}»"],
    [
      "syntax.missing-part",
      "  { from: \"Kiosk\"",
      "  from: \"Kiosk\"",
      "«from»: \"Kiosk\", to: \"Lighthouse\", minutes: 40 },",
    ],
    [
      "syntax.missing-closer",
      "minutes: 40 },\n];",
      "minutes: 40 },\n;",
      "{ from: \"Kiosk\", to: \"Lighthouse\", minutes: 40 }«,»",
    ],
    ["syntax.missing-part", "constructor(name) {\n    this", "constructor(name) \n    this", "constructor(name«)»"],
    ["syntax.missing-part", "class Ferry {", "class Ferry", "export class Ferr«y»"],
    ["syntax.unexpected", "  return null;\n}", "  return null;\n}\n}", "«}»"],
    ["syntax.unexpected", "log(hours);", "log(hours));", "log(hours)«)»;"],
    ["syntax.unexpected", "passengers[i];", "passengers[i]];", "const passenger = passengers[i]«]»;"],
    [
      "syntax.missing-part",
      "adults * adultFare + children",
      "adults * adultFare + * children",
      "const sum = adults * adultFare «+» * children * childFare;",
      null,
    ],
    [
      "syntax.missing-part",
      "const sum = adults *",
      "const sum = * ",
      "const sum «=» *  adultFare + children * childFare;",
      null,
    ],
    [
      "syntax.missing-part",
      "const sum = adults",
      "const sum adults",
      "const su«m» adults * adultFare + children * childFare;",
    ],
    ["syntax.missing-part", "const adultFare = 420;", "const adultFare 420;", "const adultFar«e» 420;"],
    ["syntax.missing-part", "const adultFare = 420;", "const adultFare = ;", "const adultFare «=» ;", null],
    [
      "syntax.missing-part",
      "from: \"North Quay\", to",
      "from: \"North Quay\" to",
      "{ from: \"North Quay«\"» to: \"Kiosk\", minutes: 25 },",
    ],
    [
      "syntax.missing-part",
      "from: \"North Quay\", to",
      "from \"North Quay\", to",
      "{ fro«m» \"North Quay\", to: \"Kiosk\", minutes: 25 },",
    ],
    ["syntax.missing-part", "from: \"North Quay\", to", "from: , to", "{ from«:» , to: \"Kiosk\", minutes: 25 },", null],
    [
      "syntax.missing-part",
      "[\"Ada\", \"Bo\"]",
      "[\"Ada\" \"Bo\"]",
      "ferry.leave({ at: tides[0], wind, crew: [\"Ada«\"» \"Bo\"] });",
    ],
    [
      "syntax.missing-part",
      "fareFor(adults, children)",
      "fareFor(adults children)",
      "export function fareFor(adult«s» children) {",
    ],
    ["syntax.missing-part", "? sum - 200 : sum", "? sum - 200 sum", "return sum > 2000 ? sum - 20«0» sum;"],
    ["syntax.missing-part", "? sum - 200 : sum", "? sum - 200", "return sum > 2000 ? sum - 20«0»;", null],
    [
      "syntax.missing-part",
      "i < passengers.length; i += 1",
      "i < passengers.length, i += 1",
      "for (let i = 0; i < passengers.length, i += «1») {",
      null,
    ],
    [
      "syntax.missing-part",
      "i < passengers.length; i += 1",
      "i < passengers.length i += 1",
      "for (let i = 0; i < passengers.lengt«h» i += 1) {",
    ],
    ["syntax.missing-part", "i < passengers.length; i += 1", "i < ; i += 1", "for (let i = 0; i «<» ; i += 1) {", null],
    ["syntax.missing-part", "case 1:", "case 1", "case «1»"],
    ["syntax.missing-part", "case 1:", "case :", "cas«e» :", null],
    ["syntax.missing-part", "case 1:", "1:", "«1»:", null],
    ["syntax.missing-part", "default:", "default", "defaul«t»"],
    [
      "syntax.missing-part",
      "berth.free && berth.length",
      "berth.free & & berth.length",
      "if (berth.free «&» & berth.length >= length) {",
      null,
    ],
    ["syntax.missing-part", "passenger.name);", "passenger.);", "ferry.seats.push(passenger«.»);", null],
    ["syntax.missing-part", "ferry.seats.push", "ferry..seats.push", "ferry«.».seats.push(passenger.name);", null],
    ["names.unknown", "ferry.seats.push", "ferry.seats,push", "ferry.seats,«push»(passenger.name);", null],
    ["syntax.unfinished-text", "log(\"half tide\");", "log(\"half tide);", "log(«\"half tide»);"],
    ["syntax.unfinished-text", "log(\"half tide\");", "log(\"half tide');", "log(«\"half tide'»);"],
    ["syntax.unfinished-text", "\"./harbour.js\"", "\"./harbour.js", "import { berths, tides } from «\"./harbour.js»;"],
    [
      "syntax.unfinished-comment",
      "/** What a family pays, in pence. */",
      "/** What a family pays, in pence.",
      "«/*»* What a family pays, in pence.",
    ],
    ["syntax.unexpected", "import { log }", "imprt { log }", "«imprt» { log } from \"./log.js\";"],
    ["syntax.missing-part", "import { log } from", "import { log }", "import { log «}» \"./log.js\";"],
    ["syntax.unexpected", "import { log } from", "import { log } form", "import { log } «form» \"./log.js\";"],
    [
      "syntax.unexpected",
      "export function fareFor",
      "exprot function fareFor",
      "«exprot» function fareFor(adults, children) {",
    ],
    [
      "syntax.unexpected",
      "export function fareFor",
      "export funtion fareFor",
      "export «funtion» fareFor(adults, children) {",
    ],
    ["syntax.missing-part", "export function fareFor", "export fareFor", "expor«t» fareFor(adults, children) {", null],
    ["syntax.unexpected", "const sum", "cosnt sum", "«cosnt» sum = adults * adultFare + children * childFare;"],
    ["syntax.unexpected", "return sum >", "retrun sum >", "«retrun» sum > 2000 ? sum - 200 : sum;"],
    ["syntax.unexpected", "return null;", "retunr null;", "«retunr» null;"],
    [
      "syntax.unexpected",
      "for (const berth of berths)",
      "for (const berth off berths)",
      "for (const berth «off» berths) {",
    ],
    [
      "syntax.unexpected",
      "for (const berth of berths)",
      "for (const berth berths)",
      "for (const berth «berths») {",
      null,
    ],
    [
      "syntax.unexpected",
      "for (const berth of berths)",
      "fro (const berth of berths)",
      "«fro» (const berth of berths) {",
    ],
    ["syntax.unexpected", "switch (tide)", "swich (tide)", "«swich» (tide) {"],
    ["syntax.unexpected", "while (hours", "whlie (hours", "«whlie» (hours > 0) {"],
    ["syntax.unexpected", "if (wind > 9)", "fi (wind > 9)", "«fi» (wind > 9) {"],
    ["syntax.unexpected", "} else {", "} esle {", "} «esle» {"],
    ["syntax.unexpected", "} else if (wind", "} elseif (wind", "} «elseif» (wind > 7) {"],
    ["syntax.unexpected", "} else if (wind", "} elif (wind", "} «elif» (wind > 7) {"],
    ["syntax.unexpected", "  } catch (problem)", "  } cacth (problem)", "} «cacth» (problem) {"],
    ["syntax.unexpected", "throw new Error", "thorw new Error", "«thorw» new Error(\"too windy\");"],
    ["syntax.unexpected", "await ferry.wind()", "awiat ferry.wind()", "const wind = «awiat» ferry.wind();"],
    [
      "syntax.unexpected",
      "export async function sail",
      "export aysnc function sail",
      "export «aysnc» function sail(ferry) {",
    ],
    ["syntax.unexpected", "export class Ferry {", "export clas Ferry {", "export «clas» Ferry {"],
    ["syntax.unexpected", "extends Ferry {", "extend Ferry {", "export class NightFerry «extend» Ferry {"],
    ["names.unknown", "continue;", "contiune;", "«contiune»;"],
    ["names.unknown", "break;\n    case 2", "braek;\n    case 2", "«braek»;"],
    ["dead.unused-label", "default:", "defualt:", "«defualt»:"],
    [
      "flow.missing-super",
      "constructor(name, cabins) {\n    super(name);\n",
      "constructor(name, cabins) {\n",
      "«constructor»(name, cabins) {",
      null,
    ],
    [
      "names.unknown",
      "children * childFare;",
      "children * chidlFare;",
      "const sum = adults * adultFare + children * «chidlFare»;",
    ],
    [
      "names.unknown",
      "children * childFare;",
      "chidren * childFare;",
      "const sum = adults * adultFare + «chidren» * childFare;",
    ],
    ["names.unknown", "return sum > 2000", "return summ > 2000", "return «summ» > 2000 ? sum - 200 : sum;"],
    ["names.unknown", "berth.free &&", "bert.free &&", "if («bert».free && berth.length >= length) {"],
    ["names.unknown", "log(hours);", "lgo(hours);", "«lgo»(hours);"],
    ["names.unknown", "log(problem.message);", "log(probelm.message);", "log(«probelm».message);"],
    ["names.unknown", "undefined) {", "undefind) {", "if (passenger.ticket === «undefind») {"],
    ["names.unknown", "let count = 0;", "", "«count» += 1;", null],
    ["names.fixed-reassigned", "let count = 0;", "const count = 0;", "«count» += 1;"],
    ["names.fixed-reassigned", "  let kind = \"half\";", "  const kind = \"half\";", "«kind» = \"low\";"],
    ["names.unknown", "const sum = adults", "sum = adults", "«sum» = adults * adultFare + children * childFare;", null],
    ["syntax.unknown-private", "return this.#name;", "return this.#nmae;", "return this.«#nmae»;"],
    ["syntax.misplaced", "return this.#name;", "return #name;", "return «#name»;", null],
    [
      "names.unknown",
      "import { berths, tides }",
      "import { berths }",
      "ferry.leave({ at: «tides»[0], wind, crew: [\"Ada\", \"Bo\"] });",
      null,
    ],
    [
      "syntax.repeated-declaration",
      "const childFare = 210;",
      "const childFare = 210;\nconst adultFare = 400;",
      "const «adultFare» = 400;",
      null,
    ],
    ["flow.stuck-loop", "i += 1) {", "i -= 1) {", "for (let i = 0; i < passengers.length; «i -= 1») {", null],
    [
      "flow.assignment-as-test",
      "passenger.ticket === undefined",
      "passenger.ticket = undefined",
      "if («passenger.ticket = undefined») {",
    ],
    ["flow.runs-into-next", "kind = \"low\";\n      break;", "kind = \"low\";", "«case» 2:"],
    ["flow.return-cut-short", "  return sum >", "  return\n    sum >", "«return»", "  return sum >"],
    ["dead.after-exit", "  return null;\n", "  return null;\n  log(\"none\");\n", "«log(\"none\");»", null],
    ["dead.idle-statement", "return kind;", "kind;", "«kind»;", null],
    ["flow.silent-getter", "return this.#name;", "this.#name;", "get «name»() {", null],
    ["dead.idle-statement", "count += 1;\n  }", "count + 1;\n  }", "«count + 1»;", null],
    ["dead.idle-statement", "this.#name = name;\n    }", "this.#name == name;\n    }", "«this.#name == name»;"],
    [
      "flow.callback-without-value",
      "(crossing) => crossing.to)",
      "(crossing) => { crossing.to })",
      ".map((crossing) «=>» { crossing.to });",
      null,
    ],
    [
      "dead.unread-value",
      "const wind = await ferry.wind();",
      "let wind;\n    wind = await ferry.wind();\n    wind = await ferry.wind();",
      "«wind» = await ferry.wind();",
      null,
    ],
    ["dead.unread-name", "const sum = adults", "const total = 1;\n  const sum = adults", "const «total» = 1;"],
    ["dead.unread-import", "import { log }", "import { log, warn }", "import { log, «warn» } from \"./log.js\";"],
    ["calls.debug-pause", "log(\"slowly\");", "debugger;\n      log(\"slowly\");", "«debugger;»"],
    ["names.unknown", "new Error(\"too windy\")", "new Eror(\"too windy\")", "throw new «Eror»(\"too windy\");"],
    [
      "syntax.unexpected",
      "({ to: crossing.to, minutes: crossing.minutes })",
      "{ to: crossing.to, minutes: crossing.minutes }",
      "export const lines = crossings.map((crossing) => «{» to: crossing.to, minutes: crossing.minutes });",
    ],
    ["syntax.unexpected", "return { name", "return\n  { name", "«return»"],
  ],
  "board.tsx": [
    ["markup.missing-key", "<li key={sailing.id}>", "<li>", "<«li»>"],
    [
      "markup.missing-key",
      "(\n          <li key={sailing.id}>",
      "open && (\n          <li>",
      "<«li»>",
      "open && (\n          <li key={sailing.id}>",
    ],
    [
      "markup.called-at-once",
      "<h2>",
      "<h2 onClick={setSailings([])}>",
      "onClick={«setSailings([])»}",
      "<h2 onClick={() => setSailings([])}>",
    ],
    [
      "markup.called-at-once",
      "<h2>",
      "<h2 onClick={alert(pier)}>",
      "onClick={«alert(pier)»}",
      "<h2 onClick={() => alert(pier)}>",
    ],
    ["syntax.missing-part", "readonly pier: string;", "readonly pier string;", "readonly pie«r» string;"],
    ["syntax.missing-part", "readonly pier: string;", "readonly pier: ;", "readonly pier«:» ;", null],
    ["syntax.unexpected", "interface BoardProps {", "interfce BoardProps {", "«interfce» BoardProps {"],
    ["syntax.unexpected", "type Level =", "tpye Level =", "«tpye» Level = \"low\" | \"half\" | \"high\";"],
    ["syntax.missing-part", "enum Deck {", "enum Deck ", "enum Dec«k»"],
    ["syntax.missing-part", "  Car,\n", "  Car\n", "Ca«r»"],
    [
      "syntax.missing-closer",
      "Record<Level, number>",
      "Record<Level, number",
      "const levels: Record<Level, numbe«r» = { low: 1, half: 2, high: 3 };",
    ],
    [
      "syntax.missing-part",
      "}: BoardProps) {",
      "} BoardProps) {",
      "export function Board({ pier, open = true, onBook «}» BoardProps) {",
    ],
    ["syntax.missing-closer", "  }, [pier]);", "  }, [pier);", "}, [pie«r»);"],
    [
      "syntax.missing-closer",
      "  }, [pier]);",
      "  , [pier]);",
      "loadSailings(pier).then((loaded) => setSailings(loaded))«;»",
    ],
    ["names.unknown", "useEffect(() => {", "useEfect(() => {", "«useEfect»(() => {"],
    ["syntax.missing-closer", "</p>", "<p>", "return <p className=\"closed\">The kiosk is closed«<p»>;", null],
    ["syntax.missing-closer", "</p>", "", "return «<p» className=\"closed\">The kiosk is closed;", null],
    ["syntax.missing-part", "<h2>Sailings", "<h2 Sailings", "<h2 Sailings from «{»pier}</h2>", null],
    ["syntax.missing-closer", "{pier}</h2>", "{pier</h2>", "<h2>Sailings from {pie«r»</h2>"],
    ["syntax.unexpected", "</ul>", "</ol>", "«</ol»>"],
    ["syntax.missing-closer", "      </ul>\n", "", "«<ul»>"],
    ["syntax.missing-closer", "        ))}", "        )}", "«)»}"],
    ["syntax.missing-closer", "        ))}", "        ))", ")«)»"],
    ["syntax.missing-closer", "<b>{sailing.name}</b>", "<b>{sailing.name}<b>", "<b>{sailing.name}«<b»>", null],
    [
      "syntax.missing-closer",
      "onClick={() => onBook(sailing)}>",
      "onClick={() => onBook(sailing}>",
      "<button onClick={() => onBook(sailin«g»}>Book</button>",
    ],
    [
      "syntax.missing-part",
      "onClick={() => onBook(sailing)}>",
      "onClick=() => onBook(sailing)}>",
      "<button onClick«=»() => onBook(sailing)}>Book</button>",
      null,
    ],
    ["syntax.missing-part", "key={sailing.id}", "key=sailing.id", "<li key«=»sailing.id>", null],
    ["names.unknown", "onBook(sailing)}", "onBok(sailing)}", "<button onClick={() => «onBok»(sailing)}>Book</button>"],
    ["syntax.missing-closer", "    </section>\n", "", "«<section» id={pier}>"],
    [
      "syntax.missing-part",
      "(height: number): Level {",
      "(height: number) Level {",
      "export function levelOf(height: number«)» Level {",
    ],
    [
      "syntax.missing-part",
      "(height: number): Level {",
      "(height number): Level {",
      "export function levelOf(heigh«t» number): Level {",
    ],
    [
      "syntax.missing-part",
      "(height: number): Level {",
      "(height: number): Level ",
      "export function levelOf(height: number): Leve«l»",
    ],
    [
      "names.unknown",
      "Deck.Car : Deck.Sun",
      "Dekc.Car : Deck.Sun",
      "return cars.includes(sailing.name) ? «Dekc».Car : Deck.Sun;",
    ],
    [
      "syntax.missing-closer",
      "Promise<Sailing | undefined> {",
      "Promise<Sailing | undefined {",
      "export async function firstOf(pier: string): Promise<Sailing | undefine«d» {",
    ],
    ["syntax.missing-closer", "levels.high) {", "levels.high {", "if (height > levels.hig«h» {"],
  ],
  "quay.html": [
    ["markup.no-doctype", "<!doctype html>\n<html", "<html", "«<html lang=\"en\">»"],
    ["markup.no-title", "    <title>Departures</title>\n", "", "«<head>»", null],
    ["markup.unclosed", "15:40</b>", "15:40", "«<b id=\"high\">»15:40, low", null],
    ["markup.unclosed", "21:50</b>", "21:50", "«<b id=\"low\">»21:50</p>"],
    ["markup.unclosed", "15:40</b>", "15:40<b>", "15:40«<b>»", null],
    ["markup.unclosed", "<em>closed</em>", "<em>closed</strong>", "«<em>»closed</strong>"],
    ["markup.unclosed", "<em>closed</em>", "<em>closed<em>", "<em>closed«<em>»"],
    ["markup.unclosed", "weather</a>", "weather", "«<a href=\"tides.html\" class=\"plain\">»Tides", null],
    ["markup.unclosed", "    </header>\n", "", "«<header>»", null],
    ["markup.unclosed", "    </form>\n", "", "«<form method=\"post\" action=\"book\">»", null],
    ["markup.unopened", "    </header>\n", "    </header>\n    </div>\n", "«</div>»"],
    ["markup.unopened", "21:50</b></p>", "21:50</b></p></p>", "</p>«</p>»"],
    ["markup.unknown-element", "<header>\n", "<haeder>\n", "<«haeder»>", null],
    ["markup.unknown-element", "Pier 2\n", "Pier<number>\n", "Pier<«number»>", "Pier&lt;number>\n"],
    ["markup.repeated-id", "id=\"low\"", "id=\"high\"", "<b id=\"«high»\">21:50", null],
    [
      "markup.repeated-attribute",
      "name=\"seats\"",
      "name=\"seats\" type=\"text\"",
      "name=\"seats\" «type»=\"text\"",
      null,
    ],
    ["markup.no-text-for-image", " alt=\"The north quay\"", "", "«<img src=\"quay.png\">»", " alt=\"\""],
    ["markup.wrong-value", "type=\"number\"", "type=\"nubmer\"", "<input type=\"«nubmer»\""],
    ["markup.wrong-value", "type=\"submit\"", "type=\"send\"", "<button type=\"«send»\"", null],
    ["markup.wrong-value", "method=\"post\"", "method=\"pots\"", "method=\"«pots»\""],
    ["syntax.malformed", "Pier 2\n", "Pier < 2\n", "Pier «<» 2", null],
    ["syntax.missing-part", "&amp; weather", "&amp weather", "&am«p» weather"],
    ["syntax.unexpected", "\"tides.html\"", "tides.html\"", "tides.html«\"» class", null],
    ["syntax.missing-part", "type=\"number\" name", "type=\"number\"name", "type=\"number«\"»name"],
    ["syntax.missing-part", "value=\"1\"", "value=", "value«=»", null],
    ["syntax.unexpected", "alt=\"The north", "alt=\"The \"north", "north", null],
    ["syntax.unfinished-comment", "What leaves next. -->", "What leaves next.", "«<!--» What leaves next.", null],
    ["syntax.missing-closer", "    </script>\n  </head>", "  </head>", "«<script»>\n      const"],
    ["names.unknown", "\"show()\"", "\"shwo()\"", "<body onload=\"«shwo»()\">"],
    ["names.unknown", "return rows()", "return row()", "return «row»().length", "return rows()"],
    ["names.unknown", "onclick = show;", "onclick = shaw;", "onclick = «shaw»;"],
    ["syntax.missing-closer", "to: \"Gull Island\" }];", "to: \"Gull Island\" };", "to: \"Gull Island\" «}»;"],
    ["syntax.missing-closer", "= rows();", "= rows(;", "= rows«(»;"],
  ],
};

function look(file: string, text: string) {
  const workspace = createWorkspace({ languages });
  const uri = `file:///${file}`;
  const languageId = { tsx: "typescriptreact", html: "html" }[file.split(".")[1]!] ?? "javascript";
  workspace.open({ uri, languageId, version: 1, text });
  return { alerts: workspace.alerts(uri), remedies: workspace.remedies(uri) };
}

const program = (file: string): string => read(path.join(root, "tests/rules/mistakes", `${file}.txt`));
/** Space may differ: it is the layout that sees to it. */
const packed = (text: string): string => text.replaceAll(/\s+/g, "");

test.each(Object.keys(slips))("nothing is wrong in %s as it is meant", (file) => {
  expect(look(file, program(file)).alerts).toEqual([]);
});

test.each<[string, string, string, string, string, (string | null)?]>(
  Object.entries(slips).flatMap(([file, list]) => list.map((slip) => [file, ...slip])),
)("%s: %s, %j written as %j", (file, rule, meant, written, marked, mended) => {
  const sound = program(file);
  expect(sound).toContain(meant);
  const text = sound.replace(meant, () => written);
  const { alerts, remedies } = look(file, text);
  expect(alerts.map((alert) => alert.rule)).toEqual([rule]);
  expect(writeMarks(text, alerts)).toContain(marked);
  if (mended === null) return;
  const first = remedies.find(({ alert }) => alert === alerts[0]);
  expect(packed(applyAll(text, first?.edits ?? []))).toBe(packed(sound.replace(meant, () => mended ?? meant)));
});

test.each([
  [
    "a chain in braces",
    "export function f(a) {\n  let n;\n  if (a > 3) {\n    n = \"x\";\n  } else if (a > 1) {\n    n = \"y\";\n  }\n  return n.length;\n}\n",
    "    n = \"y\";\n  } else {\n    n = \"\";\n  }\n",
  ],
  [
    "a branch without braces",
    "export function f(a) {\n  let n;\n  if (a > 3) n = 4;\n  return n.toFixed();\n}\n",
    "  if (a > 3) n = 4;\n  else n = 0;\n",
  ],
])("what gives a name no value on some ways gets a branch that does: %s", (_, code, after) => {
  const uri = "file:///f.js";
  const settings = { kits: [], levels: { "flow.unset-on-some-way": "warning" } };
  const workspace = createWorkspace({ languages, settings });
  workspace.open({ uri, languageId: "javascript", version: 1, text: code });
  const [first, second] = workspace.remedies(uri);
  expect(first!.title).toMatch(/^Give it a first value/);
  expect(applyAll(code, second!.edits)).toContain(after);
});
