/** What the quay's board shows. */
let sailings = [];

async function refresh() {
  sailings = await (await fetch("/sailings.json")).json();
  document.querySelector("#rows").innerHTML = sailings
    .map(({ ferry, leaves }) => `<tr><td>${ferry}<td>${leaves}`)
    .join("");
}

function onlyFrom(pier) {
  sailings = sailings.filter((sailing) => sailng.pier === pier);
}
