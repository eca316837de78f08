import type { Field } from '../../model/field.ts';
import { fieldsBelow } from '../../model/field.ts';
import { isJsonObject, type Json } from '../../model/json-source.ts';
import { escapeHtml } from '../../model/kinds/escape-html.ts';
import type { Mould } from '../../model/mould.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { indexLines } from '../../text/line-index.ts';
import type { Sources } from './bound-mould.ts';

/** Sources in which a field's default stands where the field did. */
export interface DefaultBack {
  readonly sources: Sources;
  readonly isChanged: boolean;
  /** Errors where it stands in what no value can take the place of. */
  readonly findings: readonly Finding[];
}

/**
 * Writes a field's default into its places: `{~…~}`, `var(--…)` and `mould.values.…`. Elements that
 * repeat, or come and go, by the field are left, and told of.
 */
export function withDefaultBack({ template, style, script }: Mould, field: Field): DefaultBack {
  const members = [field, ...fieldsBelow(field)];
  const sources = {
    template: inTemplate(template, members),
    style: inStyle(style, members),
    script: inScript(script, field),
  };
  const isChanged =
    sources.template !== template || sources.style !== style || sources.script !== script;
  return { sources, isChanged, findings: structural(template, field) };
}

function structural(template: string, { path }: Field): Finding[] {
  const name = path.replace(/[.]/g, '\\.');
  const bound = new RegExp(`\\s(km-[a-z]+)="[^"]*(?<![\\w.-])${name}(?![\\w-])[^"]*"`, 'g');
  return [...template.matchAll(bound)].map(({ index, 1: where = '' }) => {
    const place = indexLines('template.html', template).placeAt(index + 1);
    return finding('bind/not-put-back', { name: path, where }, place, path);
  });
}

function inTemplate(template: string, members: readonly Field[]): string {
  return members.reduce((text, member) => {
    const name = member.path.replace(/[.]/g, '\\.');
    // An attribute that is nothing else goes where its value is empty, as in a cast.
    const whole = new RegExp(`(\\s[\\w:-]+=)(["'])\\{~\\s*${name}\\s*~\\}\\2`, 'g');
    const isAddress = (attribute: string) => /^\s(?:href|src|poster|action|data)=$/.test(attribute);
    const attributes = text.replace(whole, (_, attribute: string, quote: string) => {
      const value = writtenAs(member, isAddress(attribute) ? 'address' : 'text');
      return value === '' ? '' : `${attribute}${quote}${escapeHtml(value)}${quote}`;
    });
    return attributes.replace(new RegExp(`\\{~\\s*${name}\\s*~\\}`, 'g'), () => {
      const { kind } = member;
      const held = member.default;
      if (kind.isEmpty(held)) return '';
      return kind.html ? kind.html(held, 'flow') : escapeHtml(writtenAs(member, 'text'));
    });
  }, template);
}

function writtenAs({ kind, default: held }: Field, as: 'text' | 'address'): string {
  if (kind.isEmpty(held)) return '';
  const write = as === 'address' ? (kind.address ?? kind.text) : (kind.text ?? kind.address);
  return write?.(held) ?? '';
}

function inStyle(style: string, members: readonly Field[]): string {
  return members.reduce((text, { property, kind, declared, default: held }) => {
    if (!kind.css || kind.isEmpty(held)) return text;
    const use = new RegExp(`var\\(\\s*${property}\\s*(?:,[^()]*)?\\)`, 'g');
    return text.replace(use, () => kind.css?.(held, declared) ?? '');
  }, style);
}

function inScript(script: string, { path, kind, default: held }: Field): string {
  const use = new RegExp(`\\bmould\\.values\\.${path}((?:\\.[A-Za-z_]\\w*)*)(?![\\w(])`, 'g');
  return script.replace(use, (whole, rest: string) => {
    const data = kind.data ? kind.data(held) : held;
    const value = rest
      .split('.')
      .slice(1)
      .reduce<Json | undefined>((one, name) => (isJsonObject(one) ? one[name] : undefined), data);
    return value === undefined ? whole : JSON.stringify(value);
  });
}
