import '/ui/index.js';

const form = document.querySelector('km-form');
const preview = document.querySelector('km-preview');
const said = document.querySelector('#said');
let name = '';

async function ask(method, path, body, type = 'application/json') {
  const answer = await fetch(path, { method, body, headers: { 'content-type': type } });
  const json = await answer.json();
  if (!answer.ok) throw new Error(json.findings.map(({ message }) => message).join(' '));
  return json;
}

/** The preview brings to its frames what is at home here. */
const ownPicture = (src) => (src.startsWith('/pictures/') ? src : undefined);

/** Shows the settings of a widget beside its frames. */
async function open(opened) {
  name = opened;
  const { mould, cast } = await ask('GET', `/widgets/${name}`);
  Object.assign(form, { mould, ...cast });
  Object.assign(preview, { mould, ...cast, form, addressOf: ownPicture });
  Object.assign(document.querySelector('#public'), { href: `/page/${name}`, hidden: false });
}

document.querySelector('#paste').addEventListener('submit', async (event) => {
  event.preventDefault();
  const code = document.querySelector('#code').value;
  try {
    await open((await ask('POST', '/widgets', code, 'text/html')).name);
    said.textContent = `${name} was added.`;
  } catch ({ message }) {
    said.textContent = message;
  }
});

form.delay = 300;
form.addEventListener('km-change', async ({ detail: { values, below } }) => {
  Object.assign(preview, { values, below });
  await ask('PUT', `/widgets/${name}`, JSON.stringify({ values, below }));
  said.textContent = form.isValid ? 'Saved.' : 'Saved; some values are wrong.';
});
form.addEventListener('km-file', ({ detail: { file, answer } }) => {
  if (!file) return;
  const upload = ask('PUT', `/pictures/${encodeURIComponent(file.name)}`, file, file.type);
  answer(upload.then(({ address }) => address));
});
form.addEventListener('km-point', ({ detail }) => Object.assign(preview, { lit: detail.path }));
