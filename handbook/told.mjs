/** What rules say of the examples on their pages. */

/** Alerts by rule, and by the code of an example as its page shows it. The built package is read only now, when it is there. */
export async function toldOf(root) {
  const { rules } = await import(`${root}/dist/index.js`);
  const { alertsOf } = await import(`${root}/dist/testing/index.js`);
  const { loadLanguages } = await import(`${root}/dist/entries/node.js`);
  const { shorten } = await import(`${root}/dist/report/rule-page.js`);
  await loadLanguages();
  const told = new Map();
  for (const rule of rules.filter(({ language }) => language === undefined)) {
    const shown = rule.examples.alerts.filter(({ code }) => shorten(code) === code.trimEnd());
    told.set(rule.id, new Map(shown.map((example) => [shorten(example.code), alertsOf(rule, example)])));
  }
  return told;
}
