// A product of somebody's own: moulds and their values in SQLite, an admin page under a strict policy,
// and public pages. `node examples/embedding/start.js` starts it.
import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import { buffer } from 'node:stream/consumers';
import {
  bindSpots,
  checkValues,
  compileMould,
  deliver,
  fixMould,
  forForm,
  mouldFromJson,
  mouldToJson,
} from 'keen-mould';
import { startWorkers } from 'keen-mould/node';
import sqlite from 'node-sqlite3-wasm';

const strict = `default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; connect-src 'self'; frame-src 'self'; base-uri 'none'; form-action 'self'`;
// What a frame shows was pasted: whoever opens its page by itself gets no more than a sandbox.
const framed = `sandbox allow-scripts allow-forms; frame-ancestors 'self'`;
const types = { html: 'text/html', js: 'text/javascript', css: 'text/css' };

/** Starts the product: its address, and how to end it. */
export async function startProduct({ port = 0, file = ':memory:' } = {}) {
  const db = new sqlite.Database(file);
  db.exec('CREATE TABLE IF NOT EXISTS widgets (name TEXT PRIMARY KEY, mould TEXT, cast TEXT)');
  db.exec('CREATE TABLE IF NOT EXISTS pictures (name TEXT PRIMARY KEY, type TEXT, bytes BLOB)');
  const workers = startWorkers({ maxBytes: 200_000, maxMs: 5000 });
  const widget = (name) => {
    const row = db.get('SELECT * FROM widgets WHERE name = ?', [name]);
    return { mould: mouldFromJson(JSON.parse(row.mould)), cast: JSON.parse(row.cast) };
  };

  const answers = {
    // A paste from anybody is read in a worker; what is worth a setting becomes one.
    async 'POST widgets'(_, body) {
      const { mould } = await workers.run('importSnippet', [String(body)]);
      const { mould: bound } = bindSpots(fixMould(mould).mould, 'recommended');
      const { name } = bound.manifest;
      const json = JSON.stringify(mouldToJson(bound));
      db.run('REPLACE INTO widgets VALUES (?, ?, ?)', [name, json, '{}']);
      return { name };
    },
    async 'GET widgets'(name) {
      const { mould, cast } = widget(name);
      return { mould: mouldToJson(forForm(mould)), cast };
    },
    async 'PUT widgets'(name, body) {
      const { findings } = checkValues(widget(name).mould, JSON.parse(body).values);
      db.run('UPDATE widgets SET cast = ? WHERE name = ?', [String(body), name]);
      return { findings };
    },
    async 'PUT pictures'(name, body, type) {
      db.run('REPLACE INTO pictures VALUES (?, ?, ?)', [name, type, body]);
      return { address: `/pictures/${name}` };
    },
  };

  const pages = {
    async ui(name) {
      const text = await readFile(new URL(import.meta.resolve(`keen-mould/ui/${name}`)));
      return [types[name.split('.').at(-1)], text, name === 'frame.html' ? framed : strict];
    },
    async admin(name = 'admin.html') {
      return [
        types[name.split('.').at(-1)],
        await readFile(new URL(name, import.meta.url)),
        strict,
      ];
    },
    async pictures(name) {
      const { type, bytes } = db.get('SELECT * FROM pictures WHERE name = ?', [name]);
      return [type, Buffer.from(bytes), strict];
    },
    async page(name) {
      const { mould, cast } = widget(name);
      const nonce = randomBytes(16).toString('base64');
      const { parts } = deliver(compileMould(mould).cast(cast), { form: 'block', nonce });
      const own = `default-src 'none'; img-src 'self'; script-src 'nonce-${nonce}'; style-src 'nonce-${nonce}'`;
      return ['text/html', `<!doctype html><title>${name}</title>${parts.html}`, own];
    },
  };

  const server = createServer(async (request, response) => {
    try {
      const { pathname } = new URL(request.url, 'http://localhost');
      const [, first, name] = pathname.split('/');
      const call = answers[`${request.method} ${first}`];
      const [type, body, policy] = call
        ? [
            'application/json',
            JSON.stringify(
              await call(name, await buffer(request), request.headers['content-type']),
            ),
            strict,
          ]
        : await pages[first](name);
      response.writeHead(200, { 'content-type': type, 'content-security-policy': policy });
      response.end(body);
    } catch ({ message, findings = [{ message }] }) {
      response.writeHead(422, { 'content-type': 'application/json' });
      response.end(JSON.stringify({ findings }));
    }
  });
  await new Promise((done) => server.listen(port, '127.0.0.1', done));
  const close = () => Promise.all([workers.close(), server.close(), db.close()]);
  return { url: `http://127.0.0.1:${server.address().port}`, close };
}
