// What one cast costs next to a hand-written function that builds and escapes the same string.
import { compileMould } from '../dist/core/compile/compile-mould.js';
import { keep, short } from './keep.mjs';
import { inTurns } from './rounds.mjs';

/** One escaper for text and quoted attributes, as one writes it by hand. */
const special = /[&<>"']/;
const references = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
const escaped = (value) => {
  const text = String(value ?? '');
  return special.test(text) ? text.replace(/[&<>"']/g, (char) => references[char]) : text;
};

const isSafe = (href) => {
  if (!href.includes(':')) return true;
  const bare = href.replace(/[\t\n\r]/g, '').trimStart();
  return !/^[a-z][a-z0-9+.-]*:/i.test(bare) || /^(?:https?|mailto|tel|sms):/i.test(bare);
};

const fields = {
  heading: { type: 'string', default: 'Trams today' },
  note: { type: 'string', default: 'Car 7 is back & runs until four.' },
  tone: { enum: ['warm', 'cool'], default: 'warm' },
  more: { kind: 'link', default: { href: '/timetable', text: 'Full timetable' } },
  rows: {
    type: 'array',
    items: {
      type: 'object',
      properties: {
        time: { type: 'string', default: '10:20' },
        to: { kind: 'link', default: { href: '/quarry', text: 'Quarry End' } },
        line: { type: 'string', default: 'Valley line' },
      },
    },
    default: [{}],
  },
};

const template = `<section class="card {~tone~}" title="{~heading~}">
  <h2>{~heading~}</h2>
  <p km-when="note">{~note~}</p>
  <a href="{~more~}">{~more~}</a>
  <ul>
    <li km-each="rows"><b>{~rows.time~}</b> <a href="{~rows.to~}">{~rows.to~}</a> <small>{~rows.line~}</small></li>
  </ul>
</section>`;

const linkByHand = ({ href, newTab, rel }) => {
  if (!newTab && !rel) return href && isSafe(href) ? `<a href="${escaped(href)}">` : '<a>';
  const opens = newTab === true || (newTab === 'offsite' && /^(?:https?:)?\/\//i.test(href));
  const words = [rel, opens ? 'noopener' : ''].filter(Boolean).join(' ');
  const address = href && isSafe(href) ? ` href="${escaped(href)}"` : '';
  return `<a${address}${opens ? ' target="_blank"' : ''}${words ? ` rel="${escaped(words)}"` : ''}>`;
};

const byHand = (values, id) => {
  let rows = '';
  for (const { time, to, line } of values.rows) {
    rows += `\n    <li><b>${escaped(time)}</b> ${linkByHand(to)}${escaped(to.text)}</a> <small>${escaped(line)}</small></li>`;
  }
  return `<section data-mould="bench" data-cast="${id}" class="card ${escaped(values.tone)}" title="${escaped(values.heading)}">
  <h2>${escaped(values.heading)}</h2>${values.note ? `\n  <p>${escaped(values.note)}</p>` : ''}
  ${linkByHand(values.more)}${escaped(values.more.text)}</a>
  <ul>${rows}
  </ul>
</section>`;
};

const compiledOf = (fields, template) => {
  const manifest = {
    format: 1,
    name: 'bench',
    version: '1.0.0',
    fields: { type: 'object', properties: fields },
  };
  const manifestText = JSON.stringify(manifest);
  return compileMould({ manifest, manifestText, template, style: '', script: '', files: {} });
};

/** Lists in lists: the lines of a network, their stops, and what calls at each. */
const network = {
  lines: {
    type: 'array',
    items: {
      type: 'object',
      properties: {
        name: { type: 'string', default: 'Valley line' },
        stops: {
          type: 'array',
          items: {
            type: 'object',
            properties: {
              name: { type: 'string', default: 'Weir' },
              calls: { type: 'array', items: { type: 'string' }, default: ['10:20'] },
            },
          },
          default: [{}],
        },
      },
    },
    default: [{}],
  },
};

const networkTemplate = `<dl class="network">
  <div km-each="lines"><dt>{~lines.name~}</dt>
    <dd km-each="lines.stops">{~lines.stops.name~} <i km-each="lines.stops.calls">{~lines.stops.calls~}</i></dd>
  </div>
</dl>`;

const networkByHand = ({ lines }, id) => {
  let rows = '';
  for (const { name, stops } of lines) {
    rows += `\n  <div><dt>${escaped(name)}</dt>`;
    for (const stop of stops) {
      rows += `\n    <dd>${escaped(stop.name)}`;
      for (const call of stop.calls) rows += ` <i>${escaped(call)}</i>`;
      rows += '</dd>';
    }
    rows += '\n  </div>';
  }
  return `<dl data-mould="bench" data-cast="${id}" class="network">${rows}\n</dl>`;
};

const row = (index) => ({
  time: `${index % 24}:20`,
  line: index % 3 ? 'Valley line' : 'Bell & "whistle"',
});
const rows = (count, make) => Array.from({ length: count }, (_, index) => make(index));
const board = compiledOf(fields, template);
const lines = rows(10, (line) => ({
  name: `Line ${line}`,
  stops: rows(10, (stop) => ({
    name: `Stop ${stop} & more`,
    calls: rows(10, (call) => `${call}:40`),
  })),
}));
const pieces = {
  card: { compiled: board, given: { rows: rows(1, row) }, make: byHand, rows: 1 },
  list: { compiled: board, given: { rows: rows(1000, row) }, make: byHand, rows: 1000 },
  nested: {
    compiled: compiledOf(network, networkTemplate),
    given: { lines },
    make: networkByHand,
    rows: 1110,
  },
};
const results = {};
for (const [name, { compiled, given, make, rows }] of Object.entries(pieces)) {
  const { values } = compiled.cast({ id: 'c', values: given });
  if (compiled.write(values, 'c') !== make(values, 'c')) throw new Error('The two differ.');
  const { hand, written, sealed, checked } = await inTurns({
    hand: () => make(values, 'c'),
    written: () => compiled.write(values, 'c'),
    sealed: () => compiled.write(values, 'c', { suffix: '' }),
    checked: () => compiled.cast({ id: 'c', values: given }),
  });
  results[name] = {
    rows,
    writtenToHand: short(written.ratio),
    sealedToHand: short(sealed.ratio),
    checkedToHand: short(checked.ratio),
    handMs: short(hand.ms),
  };
}

keep('cast', results);
