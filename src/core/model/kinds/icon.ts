import { isJsonObject, type Json, type JsonObject } from '../json-source.ts';
import { type FieldSchema, type Kind, readMembers } from '../kind.ts';
import { escapeHtml } from './html/escape-html.ts';

const forms = ['svg', 'class', 'src'] as const;

/** A small picture: inline SVG, classes of an icon font, or the address of an image. */
export const icon: Kind = {
  called: 'an icon',
  control: 'file',
  isContent: true,
  keywords: [],
  members: {
    svg: { kind: 'drawing', title: 'Drawing' },
    class: { type: 'string', title: 'Classes', pattern: '^[\\w\\s:/-]*$' },
    src: { kind: 'pictureaddress', title: 'Icon address' },
    label: { type: 'string', title: 'Icon label' },
  },
  rare: ['svg'],
  forms,
  schema: () => ({ type: 'object' }),
  blank: () => ({}),
  isEmpty: (value) => !isJsonObject(value) || forms.every((form) => !value[form]),
  accept: (value, declared) => {
    const given = typeof value === 'string' ? { [formOf(value)]: value } : value;
    if (!isJsonObject(given) || !forms.some((form) => given[form])) return given;
    // One form takes the place of another that the default has.
    const whole: JsonObject = { svg: null, class: null, src: null, ...given };
    return typeof given.svg === 'string'
      ? { ...whole, svg: inPlaceOf(given.svg, declared) }
      : whole;
  },
  read: readMembers,
  address: (value) => String((value as JsonObject).src ?? ''),
  html: (value) => drawn(value as JsonObject),
};

/** A drawing without classes takes those of the default's, by which its place gives it a size. */
function inPlaceOf(svg: string, { default: usual }: FieldSchema): string {
  const drawing = isJsonObject(usual) ? String(usual.svg ?? '') : '';
  const classes = /^\s*<svg\b[^>]*?(\sclass="[\w\s-]*")/.exec(drawing)?.[1];
  if (!classes || /^\s*<svg\b[^>]*?\sclass\s*=/.test(svg)) return svg;
  return svg.replace(/^\s*<svg\b/, `<svg${classes}`);
}

function formOf(value: string): (typeof forms)[number] {
  if (value.trimStart().startsWith('<')) return 'svg';
  return /[/.]/.test(value) ? 'src' : 'class';
}

/** An icon without a label says nothing of its own, and so is kept from screen readers. */
function drawn({ svg, class: classes, src, label }: JsonObject): string {
  const says = (role: string) =>
    label ? ` role="${role}" aria-label="${written(label)}"` : ' aria-hidden="true"';
  if (svg) return String(svg).replace(/^<svg(?=[\s>])/, `<svg${says('img')}`);
  if (classes) return `<i class="${written(classes)}"${says('img')}></i>`;
  return `<img src="${written(src)}" alt="${written(label)}">`;
}

function written(value: Json | undefined): string {
  return escapeHtml(String(value ?? ''));
}
