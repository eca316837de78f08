import { parseScript } from '../../../compile/script/parse-script.ts';
import type { Syntax } from '../../../compile/script/syntax.ts';
import { isJsonObject, type Json } from '../../../model/json-source.ts';
import type { Found, Proposal } from '../atom.ts';
import { rowsOf } from '../script/rows.ts';
import type { Tree } from '../tree.ts';

/** Lists of rows in JSON that a `data-*` attribute holds. */
export function jsonLists({ elements, source }: Tree): Proposal[] {
  return elements.flatMap((element) =>
    [...element.attributes.values()].flatMap(({ name, value }): Proposal[] => {
      const text = source.slice(value.start, value.end);
      // With character references in it, places in the text are not those in the source.
      if (!name.startsWith('data-') || !/^\s*\[/.test(text) || text.includes('&')) return [];
      const array = arrayIn(text);
      const list = array && rowsOf(array, { name: name.slice('data-'.length), isChanged: false });
      if (!list?.rows) return [];
      const by = value.start - prefix.length;
      const moved = (found: readonly Found[]) =>
        found.map(
          (one) =>
            ({
              ...one,
              start: one.start + by,
              end: one.end + by,
              in: 'template',
              as: 'attribute',
            }) as const,
        );
      const fields = list.rows.fields.map((field) =>
        asWritten({ ...field, found: moved(field.found) }),
      );
      if (!areWhole(fields, JSON.parse(text))) return [];
      return [
        {
          ...list,
          of: element,
          slot: `json@${value.start}`,
          rows: { ...list.rows, fields },
          found: moved(list.found),
          drafts: [
            {
              start: value.start,
              end: value.end,
              in: 'template',
              text: ({ path }) => `{~${path}~}`,
            },
          ],
          why: `rows of data in ${name}`,
        },
      ];
    }),
  );
}

const prefix = '(';

/** JSON is an expression of ECMAScript (ECMA-262, 25.5). */
function arrayIn(text: string): Syntax | undefined {
  try {
    JSON.parse(text);
  } catch {
    return undefined;
  }
  const parsed = parseScript(`${prefix}${text})`);
  if (!('program' in parsed)) return undefined;
  const [statement] = parsed.program.body as unknown as Syntax[];
  const expression = statement?.expression as Syntax | undefined;
  return expression?.type === 'ArrayExpression' ? expression : undefined;
}

/** True where the fields hold all that the rows do, so that the same JSON is written of them. */
function areWhole(fields: readonly Proposal[], rows: readonly Json[]): boolean {
  const valueIn = (name: string, row: number) =>
    fields.find(({ fixedName = '' }) => fixedName === name)?.values[row];
  return rows.every((row, at) =>
    isJsonObject(row)
      ? fields.length === Object.keys(row).length &&
        Object.entries(row).every(([name, value]) => valueIn(name, at) === value)
      : valueIn('', at) === row,
  );
}

/** A value as the code that reads the data finds it: an address is a text there. */
function asWritten(field: Proposal): Proposal {
  if (field.kind === 'duration') {
    const values = field.values.map((value) => Number.parseFloat(String(value)));
    return { ...field, kind: 'number', declares: {}, values };
  }
  const member = { link: 'href', image: 'src', media: 'src' }[field.kind as string];
  if (!member) return field;
  const values = field.values.map((value) =>
    typeof value === 'object' && value !== null
      ? ((value as Record<string, string>)[member] ?? '')
      : value,
  );
  return { ...field, kind: 'text', declares: {}, values };
}
