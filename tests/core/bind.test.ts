import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { findSpots } from '../../src/core/author/bind/find-spots.ts';
import { replaceSnippet } from '../../src/core/author/bind/replace-snippet.ts';
import { unbindField } from '../../src/core/author/bind/unbind-field.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { Refusal } from '../../src/core/problem/refusal.ts';
import { isLong } from '../run/long.ts';
import { casesHome } from '../spots/score.ts';
import { mouldOf } from '../support/mould.ts';

const parts = ['template', 'style', 'script', 'manifestText'] as const;
const textsOf = (mould: Mould) => parts.map((part) => mould[part]);

const snippets: (readonly [name: string, text: string])[] = [
  ...readdirSync(casesHome).map(
    (name) => [name, readFileSync(`${casesHome}${name}/snippet.html`, 'utf8')] as const,
  ),
];
const importOf = (name: string, text: string): Mould =>
  importSnippet([{ name: `${name}.html`, text }]).mould;
const [, voices = ''] = snippets.find(([name]) => name === 'voices') ?? [];

const refusalOf = (act: () => unknown): string => {
  try {
    act();
  } catch (error) {
    if (error instanceof Refusal) return error.message;
    throw error;
  }
  return '';
};

describe('binding', () => {
  it.each(snippets)(
    '%s: taken and dropped in any order, its files are what they were',
    (name, text) => {
      const mould = importOf(name, text);
      const { mould: bound, ties, findings } = bindSpots(mould, 'recommended');
      expect(findings).toEqual([]);
      expect(compileMould(bound).findings.filter(({ level }) => level === 'error')).toEqual([]);
      const names = ties.map(({ field }) => field);
      for (const order of isLong ? [names, [...names].sort()] : [[...names].sort()]) {
        let left = bound;
        for (const one of order) {
          left = unbindField(left, one).mould;
          if (isLong) expect(compileMould(left).isSound).toBe(true);
        }
        expect(textsOf(left)).toEqual(textsOf(mould));
        expect(left.files['ties.json']).toBeUndefined();
      }
    },
  );

  it('changes nothing else: what is not replaced stands as it stood', () => {
    const text =
      "<!-- kept -->\r\n<h2  class='a'\ttitle=Hello>\n\tTrams &amp; more </h2>\r\n<P>x</P>";
    const mould = importOf('odd', text);
    const { mould: bound } = bindSpots(mould, [{ id: 'heading' }, { id: 'headingHint' }]);
    expect(bound.template).toBe(
      '<!-- kept -->\r\n<h2  class=\'a\'\ttitle="{~headingHint~}">\n\t{~heading~} </h2>\r\n<P>x</P>\n'.slice(
        0,
        mould.template.length + 60,
      ),
    );
  });

  it('goes on where some spots are bound, and by names of one’s own', () => {
    const mould = importOf('voices', voices);
    const first = bindSpots(mould, [{ id: 'heading', name: 'question' }]).mould;
    const second = bindSpots(first, [{ id: 'voices' }, { id: 'interval', name: 'pause' }]).mould;
    const fields = Object.keys(second.manifest.fields.properties as object);
    expect(fields).toEqual(['question', 'voices', 'pause']);
    expect(findSpots(second).map(({ id }) => id)).not.toContain('voices');
    const back = ['question', 'pause', 'voices'].reduce(
      (one, name) => unbindField(one, name).mould,
      second,
    );
    expect(textsOf(back)).toEqual(textsOf(mould));
  });

  it('keeps what somebody edited beside it, also when it is taken back', () => {
    const mould = importOf('voices', voices);
    const bound = bindSpots(mould, 'recommended').mould;
    const edit = (one: Mould) => ({
      ...one,
      template: one.template.replace(
        '<section class="voices">',
        '<section class="voices" lang="en">',
      ),
      style: one.style.replace('overflow: hidden;', 'overflow: clip;'),
    });
    const names = Object.keys(bound.manifest.fields.properties as object);
    const back = names.reduce((one, name) => unbindField(one, name).mould, edit(bound));
    expect(textsOf(back)).toEqual(textsOf(edit(mould)));
  });

  it.each([
    [
      'text',
      '<h3>Line report</h3><table><tr><th>Line</th><th>State</th></tr><tr>stray words here<td>Valley line</td><td>On time</td></tr></table><p>As of this morning</p>',
    ],
    [
      'select',
      '<h2>Which tour?</h2><select>What to see<option value="/a">The shed</option><option value="/b">The wires</option></select><p>Yes, <b>fold</b> it.</p>',
    ],
  ])('leaves out only what would change the page: %s', (left, text) => {
    const mould = importOf('stray', `<div>${text}</div>`);
    const { mould: bound, ties, findings } = bindSpots(mould, 'recommended');
    expect(findings.map(({ message }) => message)).toEqual([
      `${left} was not bound, because the cast would have changed.`,
    ]);
    const wanted = findSpots(mould).filter(({ recommended, id }) => recommended && id !== left);
    expect(ties.map(({ field }) => field)).toEqual(wanted.map(({ id }) => id));
    expect(compileMould(bound).isSound).toBe(true);
  });

  it('makes one of a link around a picture and the words beside it, and no more', () => {
    const link = '<a href="/tickets">';
    const { mould } = bindSpots(
      importOf(
        'links',
        `<p>${link}<img src="a.svg" alt=""></a>${link}Buy</a>${link}At the gate</a></p>`,
      ),
      'recommended',
    );
    const texts = [...mould.template.matchAll(/>\{~(\w+)~\}</g)].map(([, name]) => name);
    expect(new Set(texts).size).toBe(2);
    expect(mould.template).toContain(`<a href="{~${texts[0]}~}"><img`);
  });

  it('takes a colour for one however it is written', () => {
    const text =
      '<div style="background: #FFFFFF"><h2 style="border-color: white">Depot</h2><p style="border: 1px solid #fff">Open</p></div>';
    const { ties, findings } = bindSpots(importOf('colors', text), 'recommended');
    expect(findings).toEqual([]);
    expect(ties.find(({ field }) => field === 'background')?.places).toHaveLength(3);
  });

  it('leaves a binding that was edited itself to its author', () => {
    const bound = bindSpots(importOf('voices', voices), 'recommended').mould;
    const edited = { ...bound, template: bound.template.replace('{~heading~}', '{~heading~}!') };
    const { mould, findings } = bindSpots(edited, []);
    expect(textsOf(mould)).toEqual(textsOf(edited));
    const back = unbindField(edited, 'heading');
    expect(back.mould.template).toContain('What visitors say!');
    expect([...findings, ...back.findings].map(({ code }) => code)).toContain(
      'bind/default-put-back',
    );
  });

  it('puts the default back where nothing was noted, and says so', () => {
    const mould = mouldOf({
      fields: {
        heading: { type: 'string', default: 'Trams & more' },
        tint: { kind: 'color', default: 'teal' },
        more: { kind: 'link', default: { href: '/t', text: 'All' } },
        pause: { kind: 'duration', default: '2s' },
      },
      template: '<h2 title="{~heading~}">{~heading~}</h2><a href="{~more~}">{~more~}</a>',
      style: 'h2 { color: var(--tint, red) }',
      script: 'wait(mould.values.pause);',
    });
    const names = ['heading', 'tint', 'more', 'pause'];
    const done = names.map((name) => unbindField(mould, name).findings.map(({ code }) => code));
    expect(done).toEqual(names.map(() => ['bind/default-put-back']));
    const back = names.reduce((one, name) => unbindField(one, name).mould, mould);
    expect(textsOf(back).slice(0, 3)).toEqual([
      '<h2 title="Trams &amp; more">Trams &amp; more</h2><a href="/t">All</a>',
      'h2 { color: teal }',
      'wait(2000);',
    ]);
  });

  it.each([
    ['a spot that is not there', 'hedding', 'No spot is called hedding. Did you mean heading?'],
    ['a name that is taken', 'heading=voices,voices', 'A field called voices already exists.'],
    ['a name that is none', 'heading=my title', '"my title" is not a valid field name.'],
  ])('refuses %s', (_, asked, message) => {
    const takes = asked.split(',').map((one) => {
      const [id = '', name] = one.split('=');
      return name === undefined ? { id } : { id, name };
    });
    expect(refusalOf(() => bindSpots(importOf('voices', voices), takes))).toBe(message);
  });

  it.each([['no field', 'hedding', 'No field is called hedding. Did you mean heading?']])(
    'takes back %s',
    (_, path, message) => {
      const bound = bindSpots(importOf('voices', voices), 'recommended').mould;
      expect(refusalOf(() => unbindField(bound, path))).toBe(message);
    },
  );

  it('does not count on ties that cannot be read', () => {
    const bound = bindSpots(importOf('voices', voices), 'recommended').mould;
    for (const text of [
      '',
      '[]',
      '{"format":2}',
      '{"format":1,"ties":[{}]}',
      '{"format":1,"ties":[{"field":"a","changes":[{}]}]}',
    ]) {
      const broken = { ...bound, files: { ...bound.files, 'ties.json': text } };
      const { findings } = bindSpots(broken, []);
      expect(findings.map(({ code }) => code)).toEqual(['bind/broken-ties']);
    }
  });
});

describe('a newer paste', () => {
  const old = voices;
  const newer = voices
    .replace('What visitors say', 'What our visitors say')
    .replace(
      '</blockquote>\n  </div>',
      '</blockquote>\n    <blockquote class="voice"><p>Bring a coat.</p><cite>Ruth</cite></blockquote>\n  </div>',
    )
    .replace('#8c2f24', '#7a1f15')
    .replace('<section', '<!-- second edition -->\n<section');

  it('is bound in the same places, and gives back what it says itself', () => {
    expect(newer.length).toBeGreaterThan(old.length + 80);
    const bound = bindSpots(importOf('voices', old), 'recommended').mould;
    const paste = { pieces: [{ name: 'voices.html', text: old }], local: () => undefined };
    const pieces = [{ name: 'voices.html', text: newer }];
    const { mould, findings } = replaceSnippet(bound, paste, pieces, { name: 'voices' });
    expect(findings).toEqual([]);
    expect(mould.manifest.fields).toEqual(bound.manifest.fields);
    expect(mould.template).toContain('<!-- second edition -->');
    expect(mould.template.match(/<blockquote/g)).toHaveLength(1);
    expect(compileMould(mould).isSound).toBe(true);
    const names = Object.keys(mould.manifest.fields.properties as object);
    const back = names.reduce((one, name) => unbindField(one, name).mould, mould);
    const fresh = importOf('voices', newer);
    expect(textsOf(back).slice(0, 3)).toEqual(textsOf(fresh).slice(0, 3));
  });

  it('says which fields have no place in it', () => {
    const bound = bindSpots(importOf('voices', old), 'recommended').mould;
    const paste = { pieces: [{ name: 'voices.html', text: old }], local: () => undefined };
    const pieces = [{ name: 'voices.html', text: newer.replace(/<h2.*<\/h2>/, '') }];
    const { mould, findings } = replaceSnippet(bound, paste, pieces, { name: 'voices' });
    expect(findings.map(({ code, message }) => [code, message.includes('heading')])).toEqual([
      ['snippet/not-carried', true],
    ]);
    expect(Object.keys(mould.manifest.fields.properties as object)).toContain('heading');
  });
});

describe('what stands in rows', () => {
  const { mould } = importSnippet([
    {
      name: 'a.html',
      text: '<h2 class="head">Stops</h2><ul class="stops"><li><b class="name">Mill</b> <i class="time">10:05</i></li><li><b class="name">Weir</b> <i class="time">10:20</i></li></ul>',
    },
  ]);
  const boundBy = (...takes: Parameters<typeof bindSpots>[1][]) =>
    bindSpots(mould, takes.flat() as never).mould.manifest.fields.properties as Record<
      string,
      { items: { properties: object } }
    >;
  it('is taken by its path or its name, with the whole list', () => {
    const [list] = findSpots(mould).filter(({ kind }) => kind === 'list');
    const [first] = list?.items ?? [];
    for (const id of [first?.id, first?.field] as string[]) {
      const properties = boundBy([{ id }]);
      expect(Object.keys(properties)).toEqual([list?.field]);
    }
    const named = boundBy([{ id: first?.id ?? '', name: 'halt' }, { id: list?.id ?? '' }]);
    expect(Object.keys(named[list?.field ?? '']?.items.properties ?? {})).toContain('halt');
  });
  it('and what is in none is refused with a near name', () => {
    expect(() => bindSpots(mould, [{ id: 'stops.nme' }])).toThrow(/Did you mean/);
  });
});

describe('an icon', () => {
  const boundOf = (text: string) =>
    bindSpots(importSnippet([{ name: 'a.html', text }]).mould, 'recommended').mould;
  const style = '<style>.icon { color: red } .mine { margin: 1px }</style>';

  it('leaves the classes that the piece itself speaks of where they are', () => {
    const { template } = boundOf(`<p><i class="icon fa fa-star mine"></i> One</p>${style}`);
    expect(template).toContain('<i class="icon {~icon.class~} mine">');
    const rows = boundOf(
      `<ul><li><i class="icon fa fa-star"></i> One</li><li><i class="icon fa fa-car"></i> Two</li></ul>${style}`,
    );
    expect(rows.template).toContain('<i class="icon {~items.icon.class~}">');
  });

  it('keeps all of them where none is another’s', () => {
    expect(boundOf('<p><i class="fa fa-star"></i> One</p>').template).toContain(
      '<i class="{~icon.class~}">',
    );
  });

  it('drawn with the names of XML is bound as one without', () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" focusable="false" viewBox="0 0 9 9"><path d="M1 1h7"/></svg>';
    expect(boundOf(`<div>${svg} <span>Words</span></div>`).template).toContain('{~icon~}');
  });
});
