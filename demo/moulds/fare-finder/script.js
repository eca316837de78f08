const { base, perStop, returnFactor, currency } = mould.values;
const form = document.querySelector('.fares');
const valueOf = (selector) => Number(form.querySelector(selector).value);

function findFare() {
  const stages = Math.abs(valueOf('#fare-to') - valueOf('#fare-from'));
  const once = stages === 0 ? 0 : (base + stages * perStop) * valueOf('[name=who]:checked');
  const fare = form.querySelector('#fare-return')?.checked ? once * returnFactor : once;
  form.querySelector('#fare').value = currency + fare.toFixed(2);
}

form.addEventListener('submit', (event) => event.preventDefault());
form.addEventListener('input', findFare);
findFare();
