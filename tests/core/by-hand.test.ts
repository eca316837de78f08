import { describe, expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import {
  addLibrary,
  clearPlace,
  importSnippet,
  type Marking,
  type Mould,
  markPlace,
  mergeFields,
  moveField,
  offersAt,
  Refusal,
  renameField,
  setCondition,
  setKey,
  splitPlace,
  unbindField,
} from '../../src/core/index.ts';

const paste = `<div class="row" style="--gap: clamp(1rem, 4vw, 3rem)"><div class="card"><h3>Gull</h3><p title="Two oars">Small boat, 4 m long.</p><img src="gull.svg" alt="A gull" width=200 hidden></div><div class="card"><h3>Tern</h3><p>Fast one.</p></div></div>
<style>.card { border: 2px solid #c33; padding: 8px 16px; text-align: center; transform: rotate(-4deg) scale(1.5) }
.card h3 { margin: -8px; transition: color .3s ease; clip-path: inset(10% 20%) }
.card h3::after { content: "→ more" } .card--big { padding: 32px } .box { margin: 32px; font-family: Lora, serif }
@media (max-width: 600px) { .card { text-align: left } }</style>
<script>const speed = 300, name = 'Open at 9 today', isLoud = true; document.querySelector('.menu'); const text = \`at \${speed} or so\`</script>`;
const { mould: given } = importSnippet([{ name: 'a.html', text: paste }]);

function refusal(work: () => unknown): string {
  try {
    work();
  } catch (error) {
    if (error instanceof Refusal) return error.findings[0]?.message ?? '';
    throw error;
  }
  return 'nothing was refused';
}

const marked = (mould: Mould, place: string, marking: Marking) =>
  markPlace(mould, place, marking).mould;

describe('what stands at a place, and what it could be', () => {
  it.each<[place: string, source: string, forms: string]>([
    ['"Small boat"', 'Small boat', 'text multiline richtext'],
    ['"4"#2', '4', 'number text multiline richtext'],
    ['.card p@title', 'Two oars', 'text'],
    ['img@src', 'gull.svg', 'image text'],
    ['img@width', '200', 'number text'],
    ['img@hidden', 'hidden', 'switch'],
    ['img', '<img src="gull.svg" alt="A gull" width=200 hidden>', 'optional repeat'],
    ['style.css:1:23', 'solid', 'choice'],
    ['.card{border}', '2px solid #c33', 'choice'],
    ['style.css:3:110', 'Lora, serif', 'typeface'],
    ['"1.5"', '1.5', 'number'],
    ['"-4deg"', '-4deg', 'number'],
    ['.card h3{clip-path}', 'inset(10% 20%)', 'shape'],
    ['.card h3::after{content}', '"→ more"', 'text'],
    ['"300"', '300', 'number duration'],
    ['.row{--gap}', 'clamp(1rem, 4vw, 3rem)', 'length'],
    ['"true"', 'true', 'switch'],
    [`"'.menu'"`, "'.menu'", 'text target'],
    ['"or so"', 'or so', 'text'],
    ['"Open at 9 today"', "'Open at 9 today'", 'text'],
  ])('%s', (place, source, forms) => {
    const found = offersAt(given, place);
    expect(found.source).toBe(source);
    expect(found.offers.map(({ form }) => form).join(' ')).toBe(forms);
  });

  it.each<[place: string, why: string]>([
    ['"nowhere"', 'The mould has no "nowhere".'],
    ['style.css:99:1', 'The mould has no style.css:99:1.'],
    ['p[', '"p[" is not a place.'],
    ['"32px"', '"32px" means several places: style.css:3:61-65, style.css:3:83-87.'],
    ['style.css:1:2', 'Nothing at style.css:1:2 can be bound.'],
    ['script.js:1:1', 'Nothing at script.js:1:1 can be bound.'],
  ])('%s is refused', (place, why) => {
    expect(refusal(() => offersAt(given, place))).toBe(why);
  });

  it('offers the words that the property takes at that very place', () => {
    const { fields } = markPlace(given, 'style.css:1:23', { field: 'edge' }).mould
      .manifest as never;
    const { enum: all } = (fields as { properties: Record<string, { enum: string[] }> }).properties
      .edge ?? { enum: [] };
    expect(all).toEqual(expect.arrayContaining(['solid', 'dashed', 'none']));
    expect(all).not.toContain('thin');
  });
});

describe('a place becomes a field, and is had back to the byte', () => {
  it.each<[place: string, marking: Marking, written: string]>([
    ['"Small boat"', { field: 'boat' }, '{~boat~}, 4 m long.'],
    ['img@width', { field: 'size' }, 'width="{~size~}"'],
    ['img@hidden', { field: 'away' }, 'hidden="{~away~}"'],
    ['"1.5"', { field: 'growth' }, 'scale(var(--growth))'],
    ['"more"', { field: 'more' }, 'content: "→ " var(--more)'],
    ['"9"', { field: 'hour' }, "('Open at ' + mould.values.hour + ' today')"],
    ['"or so"', { field: 'about' }, `$\{mould.values.about}\``],
    ['.card h3', { field: 'level', form: 'tag' }, '<h3 km-as="level">'],
    ['.card:first-child', { field: 'look', form: 'class' }, 'class="card {~look~}"'],
    ['.card:first-child@class', { field: 'isCard', form: 'switch' }, 'km-class="isCard: card"'],
    ['.row', { field: 'notes', form: 'slot' }, '<div km-slot="notes"'],
    ['.card', { field: 'boats', form: 'list' }, 'km-each="boats"'],
  ])('%s', (place, marking, written) => {
    const { mould, field } = markPlace(given, place, marking);
    expect(mould.template + mould.style + mould.script).toContain(written);
    const path = marking.form === 'slot' ? `slots.${field}` : field;
    const { template, style, script, manifestText } = unbindField(mould, path).mould;
    expect({ template, style, script }).toEqual({
      template: given.template,
      style: given.style,
      script: given.script,
    });
    expect(JSON.parse(manifestText).fields).toEqual(given.manifest.fields);
  });

  it('reckons a measure that is a part of another', () => {
    const pad = marked(given, '"16px"', { field: 'pad' });
    const half = marked(pad, '"-8px"', { field: 'pad' });
    expect(half.style).toContain('margin: calc(var(--pad) * -0.5)');
    expect(marked(pad, '.card--big{padding}', { field: 'pad*2' }).style).toContain(
      'padding: calc(var(--pad) * 2)',
    );
    const { findings } = markPlace(pad, '"10%"', { field: 'pad' });
    expect(findings.map(({ code }) => code)).toEqual(['hand/looks-otherwise']);
  });

  it('takes a value below a width from the rule that has it', () => {
    const align = marked(given, '.card{text-align}', { field: 'align' });
    const media = '@media (max-width: 600px) .card{text-align}';
    const { style, manifest } = marked(align, media, { field: 'align', form: 'below' });
    expect(style.match(/text-align: var\(--align\)/g)).toHaveLength(2);
    expect(manifest.fields).toMatchObject({ properties: { align: { below: { 601: 'left' } } } });
    expect(refusal(() => markPlace(align, '"1.5"', { field: 'align', form: 'below' }))).toContain(
      'no value in a rule for widths',
    );
  });

  it('merges two fields, splits one, and takes one place back', () => {
    const two = marked(marked(given, '"16px"', { field: 'a' }), '.card--big{padding}', {
      field: 'b',
    });
    const one = mergeFields(two, 'b', 'a').mould;
    expect(one.style).toContain('calc(var(--a) * 2)');
    const apart = splitPlace(one, '"calc(var(--a) * 2)"', 'wide').mould;
    expect(apart.style).toContain('padding: var(--wide)');
    const back = clearPlace(apart, '"var(--a)"');
    expect(back).toMatchObject({ field: 'a', isGone: true });
    expect(refusal(() => clearPlace(given, '.row'))).toContain('can be taken back');
  });

  it('shows an element under a condition, of a field that is there or of a new switch', () => {
    const edge = marked(given, 'style.css:1:23', { field: 'edge' });
    const { template } = setCondition(edge, 'img', 'edge is solid').mould;
    expect(template).toContain('<img km-when="edge is solid"');
    const { mould } = setCondition(given, 'img', 'pictured');
    expect(mould.manifest.fields).toMatchObject({ properties: { pictured: { default: true } } });
    expect(refusal(() => setCondition(given, 'img', 'a > b'))).toContain('is not a condition');
  });
});

describe('rows by hand', () => {
  const rows = marked(given, '.card', { field: 'boats', form: 'list' });

  it('takes fields that stand in them along, and says so', () => {
    const first = marked(given, '"Gull"', { field: 'bird' });
    const { findings, mould } = markPlace(first, '.card', { field: 'boats', form: 'list' });
    expect(findings.map(({ message }) => message)).toContain(
      'The field bird gave way to the rows.',
    );
    expect(Object.keys(mould.manifest.fields.properties as object)).toEqual(['boats']);
  });

  it('gets a member more, renames it everywhere, moves and drops it', () => {
    const { mould, field } = markPlace(rows, '.card h3', { field: 'named', form: 'optional' });
    expect(field).toBe('boats.named');
    const renamed = renameField(mould, 'boats.heading', 'title').mould;
    expect(renamed.template).toContain('<h3 km-when="boats.named">{~boats.title~}</h3>');
    const { boats } = renamed.manifest.fields.properties as unknown as Record<
      string,
      { default: object[]; items: { properties: object } }
    >;
    expect(boats?.default[0]).toMatchObject({ title: 'Gull' });
    const moved = moveField(renamed, 'boats.title', 'last').manifest.fields
      .properties as typeof boats & Record<string, { items: { properties: object } }>;
    expect(Object.keys(moved.boats?.items.properties ?? {}).at(-1)).toBe('title');
    const dropped = unbindField(renamed, 'boats.title');
    expect(dropped.mould.template).toContain('<h3 km-when="boats.named">Gull</h3>');
    expect(dropped.findings.map(({ code }) => code)).toEqual(['hand/all-rows-alike']);
  });

  it('are of several sorts where the elements are, each written as the first of its sort', () => {
    const text =
      '<div class="s"><p>One</p><figure><img src="a.svg" alt="A"><figcaption>Two</figcaption></figure><p>Three</p></div>';
    const { mould } = importSnippet([{ name: 'b.html', text }]);
    const { offers, place } = offersAt(mould, 'template.html:1:16-96');
    expect(offers.map(({ form }) => form)).toEqual(['list']);
    const mixed = markPlace(mould, place, { form: 'list', field: 'blocks' }).mould;
    expect(mixed.template).toContain(
      '<template km-each="blocks"><p km-when="blocks.is is text">{~blocks.text~}</p><figure km-when="blocks.is is picture">',
    );
    expect(unbindField(mixed, 'blocks').mould.template).toBe(mould.template);
    // What was a field in one of them gives way.
    const bound = bindSpots(mould, 'recommended').mould;
    expect(bound.template).not.toBe(mould.template);
    const again = markPlace(bound, '.s > *', { form: 'list', field: 'blocks' });
    expect(again.mould.template).toContain('<p km-when="blocks.is is text">{~blocks.text~}</p>');
    expect(again.findings.map(({ code }) => code)).toContain('hand/taken-into-rows');
    const nested = '<div class="s"><p>One</p><div><ul><li>a</li><li>b</li></ul></div></div>';
    const other = importSnippet([{ name: 'c.html', text: nested }]).mould;
    expect(refusal(() => markPlace(other, '.s > *', { form: 'list' }))).toContain(
      'there are lists in them',
    );
  });

  it('stay the list that somebody made of them', () => {
    const again = () => markPlace(rows, '.card', { field: 'other', form: 'list' });
    expect(refusal(again)).toBe('No list can be made of that: they are rows of boats.');
  });

  it('says what stands in the way of a list', () => {
    expect(refusal(() => markPlace(given, '.row', { form: 'list' }))).toContain(
      'No list can be made of that',
    );
  });
});

describe('keys of mould.json', () => {
  const edge = marked(given, 'style.css:1:23', { field: 'edge' });

  it.each<[key: string, value: string, at: object]>([
    ['title', 'A box', { title: 'A box' }],
    ['widths', '320, 900', { widths: [320, 900] }],
    ['origin.author', 'Somebody', { origin: { author: 'Somebody' } }],
    ['within', 'card-page', { within: ['card-page'] }],
    ['fields.edge.title', 'Edge', { fields: { properties: { edge: { title: 'Edge' } } } }],
    [
      'fields.edge.enum',
      'solid,dotted',
      { fields: { properties: { edge: { enum: ['solid', 'dotted'] } } } },
    ],
    [
      'fields.edge.below.600',
      'none',
      { fields: { properties: { edge: { below: { 600: 'none' } } } } },
    ],
    ['fields.edge.required', 'true', { fields: { required: ['edge'] } }],
  ])('%s', (key, value, at) => {
    expect(setKey(edge, key, value).manifest).toMatchObject(at);
    // A choice cannot be without anything to choose from.
    if (key.endsWith('.enum')) return;
    const gone = setKey(setKey(edge, key, value), key, '');
    expect(gone.manifest).not.toMatchObject(at);
  });

  it('adds a note to the form, and libraries by address and as files', () => {
    const noted = setKey(
      setKey(edge, 'fields.hint.kind', 'note'),
      'fields.hint.description',
      'Look at the edge.',
    );
    expect(noted.manifest.fields).toMatchObject({
      properties: { hint: { type: 'null', description: 'Look at the edge.' } },
    });
    const bytes = new TextEncoder().encode('var dial = 1');
    const loaded = addLibrary(
      addLibrary(edge, {
        name: 'dial',
        version: '1.2.0',
        part: 'script',
        from: { fileName: 'dial.js', bytes },
      }),
      { name: 'skin', part: 'style', from: 'https://libs.example/skin.css' },
    );
    expect(loaded.manifest.libraries).toEqual([
      { name: 'skin', style: 'https://libs.example/skin.css' },
      { name: 'dial', version: '1.2.0', script: 'assets/dial.js' },
    ]);
    expect(loaded.files['assets/dial.js']).toEqual(bytes);
    expect(setKey(loaded, 'libraries', 'skin', '-=').manifest.libraries).toHaveLength(1);
    const address = 'https://fonts.example/css2?family=Depot+Sans:wght@400';
    const lettered = setKey(
      setKey(edge, 'fonts', address, '+='),
      'fonts',
      'Lora=https://fonts.example/l.css',
      '+=',
    );
    expect(lettered.manifest.fonts).toEqual([
      { family: 'Depot Sans', style: address },
      { family: 'Lora', style: 'https://fonts.example/l.css' },
    ]);
    expect(setKey(lettered, 'fonts', 'Lora', '-=').manifest.fonts).toHaveLength(1);
    expect(refusal(() => setKey(edge, 'fonts', 'https://fonts.example/x.css', '+='))).toContain(
      'which font',
    );
  });

  it('turns a field into another kind with what it holds', () => {
    const speed = marked(given, '"300"', { field: 'speed' });
    const { properties } = setKey(speed, 'fields.speed.kind', 'duration').manifest.fields;
    expect(properties).toMatchObject({ speed: { kind: 'duration', default: '300ms' } });
    expect(
      setKey(speed, 'fields.speed.kind', 'choice(100|300)').manifest.fields.properties,
    ).toMatchObject({ speed: { enum: ['100', '300'] } });
  });

  it.each<[key: string, value: string, why: string]>([
    ['name', 'other', 'name is not set by KEY=VALUE.'],
    ['fields.nope.title', 'x', 'No field is called nope.'],
    ['fields.edge.when', 'nope is on', 'nope'],
    ['fields.edge.kind', 'nonsense', 'nonsense'],
  ])('%s = %s is refused', (key, value, why) => {
    expect(refusal(() => setKey(edge, key, value))).toContain(why);
  });
});
