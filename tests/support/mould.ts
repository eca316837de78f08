import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import type { Manifest, Mould } from '../../src/core/model/mould.ts';

/** A mould made in a test; everything but what the test is about has a plain default. */
export function mouldOf(parts: {
  readonly fields?: JsonObject;
  readonly required?: readonly string[];
  readonly slots?: Manifest['slots'];
  readonly template?: string;
  readonly style?: string;
  readonly script?: string;
  readonly files?: Mould['files'];
  readonly reaches?: readonly string[];
  readonly widths?: readonly number[];
}): Mould {
  const {
    fields = {},
    required = [],
    template = '<p>x</p>',
    style = '',
    script = '',
    files = {},
  } = parts;
  const manifest = {
    format: 1 as const,
    name: 'board',
    version: '1.0.0',
    ...(parts.slots ? { slots: parts.slots } : {}),
    ...(parts.reaches ? { reaches: parts.reaches } : {}),
    ...(parts.widths ? { widths: parts.widths } : {}),
    fields: { type: 'object', properties: fields, required },
  } satisfies Manifest;
  const manifestText = JSON.stringify(manifest, null, 2);
  return { manifest, manifestText, template, style, script, files };
}

/** The markup of one cast with id `c`, less what its root says of its look. */
export function markupOf(
  fields: JsonObject,
  template: string,
  values: JsonObject = {},
  style = '',
): string {
  const { markup } = compileMould(mouldOf({ fields, template, style })).cast({ id: 'c', values });
  return markup.replace(/ data-look="\w+"/, '');
}

/** The fields that most bindings are tried with. */
export const someFields: JsonObject = {
  heading: { type: 'string', title: 'Heading', default: 'Trams' },
  note: { type: 'string', default: '' },
  count: { type: 'integer', default: 3, maximum: 9, unit: 'px' },
  framed: { type: 'boolean', default: true },
  side: { enum: ['start', 'end'], default: 'start' },
  tint: { kind: 'color', default: '#123456' },
  more: { kind: 'link', default: { href: '/more', text: 'More' } },
  rank: { enum: ['h2', 'h3', 'div'], default: 'h2' },
  page: { kind: 'markup' },
  wide: { enum: ['a', 'b'], default: 'a', below: {} },
  group: { type: 'object', properties: { size: { type: 'string', default: 'large' } } },
  rows: {
    type: 'array',
    default: [{ time: '10:20' }, { time: '11:00', to: { href: '/mill' }, calls: ['Weir', 'Mill'] }],
    items: {
      type: 'object',
      properties: {
        time: { type: 'string', default: '9:00' },
        to: { kind: 'link', default: { href: '#', text: 'Mill' } },
        shade: { kind: 'color', default: 'red' },
        calls: { type: 'array', items: { type: 'string' } },
      },
    },
  },
};
