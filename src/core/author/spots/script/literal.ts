import { literalText, type Syntax } from '../../../compile/script/syntax.ts';
import type { Json, JsonObject } from '../../../model/json-source.ts';
import type { KindName } from '../../../model/kinds.ts';
import { isSafeAddress } from '../../../model/safe-address.ts';
import { fileKind } from '../../../text/file-address.ts';
import type { Atom, Section } from '../atom.ts';
import { limitsOf } from '../limits.ts';
import { isContent } from '../markup/is-content.ts';
import { colorKey, valueParts } from '../style/values.ts';

/** What a literal of a script is, by its value and what it is called. */
export interface LiteralKind {
  readonly kind: KindName;
  readonly value: Json;
  readonly section: Section;
  readonly declares?: JsonObject;
  /** The member by which script gets what the literal was. */
  readonly member?: string;
  readonly why: string;
  readonly same?: string;
}

const timeName =
  /(?:duration|delay|stagger|interval|timeout|pause|wait|hold|fade|stay|time|ms|every|period)/i;
const speedName = /speed/i;
const languageName = /(?:locale|lang|language)s?$/i;

/** The number or truth value a node stands for, a sign before it read. */
function plainValue(node: Syntax): number | boolean | undefined {
  if (node.type === 'Literal' && /^(?:number|boolean)$/.test(typeof node.value)) {
    return node.value as number | boolean;
  }
  const { operator, argument } = node as unknown as { operator: string; argument: Syntax };
  if (node.type !== 'UnaryExpression') return undefined;
  const inner = plainValue(argument);
  if (operator === '-' && typeof inner === 'number') return -inner;
  // Minifiers write true and false so.
  return operator === '!' && (inner === 0 || inner === 1) ? inner === 0 : undefined;
}

/**
 * Says what a literal is.
 *
 * @param name what it is called in the script
 * @param isTimed true where it ends up in a timer
 * @param isInRow true for a member of a row, of which each text counts
 * @returns undefined for what is no value for people: selectors, names of events, code
 */
export function literalKind(
  node: Syntax,
  name: string,
  isTimed = false,
  isInRow = false,
): LiteralKind | undefined {
  const plain = plainValue(node);
  if (typeof plain === 'boolean') {
    return { kind: 'switch', value: plain, section: 'Behaviour', why: 'a switch' };
  }
  if (typeof plain === 'number') return numberKind(plain, name, isTimed);
  const text = literalText(node);
  return text === undefined ? undefined : textKind(text, name, isInRow);
}

function numberKind(value: number, name: string, isTimed: boolean): LiteralKind {
  const isTime = isTimed || timeName.test(name) || (speedName.test(name) && value >= 100);
  if (isTime && value >= 20) {
    return {
      kind: 'duration',
      value: `${value}ms`,
      section: 'Motion',
      why: 'a time in ms',
      same: `ms ${value} ${name}`,
    };
  }
  const limits = limitsOf(name, value);
  const isWhole = Number.isInteger(value) && limits.maximum !== 1;
  const declares = { type: isWhole ? 'integer' : 'number', ...limits };
  const section = isTime || speedName.test(name) ? 'Motion' : 'Behaviour';
  return { kind: 'number', value, section, declares, why: 'a named number in the script' };
}

function textKind(text: string, name: string, isInRow: boolean): LiteralKind | undefined {
  const [part] = valueParts(text, 0);
  if (part?.type === 'color' && part.text === text) {
    const same = `color ${colorKey(text)}`;
    return { kind: 'color', value: text, section: 'Look', why: 'a colour', same };
  }
  const date = dateFormat(text);
  if (date) {
    const declares = date === 'date' ? {} : { format: date };
    return { kind: 'date', value: text, section: 'Content', declares, why: 'a date' };
  }
  const file = isSafeAddress(text) ? fileKind(text) : undefined;
  if (file) {
    const why = `the address of ${file === 'image' ? 'a picture' : 'an audio or video file'}`;
    const about = { section: 'Content', member: 'src', why, same: `${file} ${text}` } as const;
    return { kind: file, value: { src: text }, ...about };
  }
  // `/mo` is said of a price.
  const isShort = /^\/\w{1,3}$/.test(text) && !/(?:url|href|link|page|to)$/i.test(name);
  const isAddress = /^(?:https?:\/\/|mailto:|tel:|\.{1,2}\/|\/(?=[\w]))\S+$/i.test(text);
  if (isAddress && !isShort && isSafeAddress(text)) {
    const value = { href: text };
    return { kind: 'link', value, section: 'Content', member: 'href', why: 'an address' };
  }
  if (/^[a-z]{2,3}(?:-[A-Z][a-z]{3})?(?:-[A-Z]{2})?$/.test(text) && languageName.test(name)) {
    // BCP 47, as `Intl` takes it.
    const why = 'the locale for numbers and dates';
    return { kind: 'text', value: text, section: 'Behaviour', why };
  }
  if (!isInRow && !isForPeople(text, name)) return undefined;
  return { kind: 'text', value: text, section: 'Content', why: 'text', same: `text ${text}` };
}

function dateFormat(text: string): 'date' | 'date-time' | undefined {
  if (/^\d{4}-\d{2}-\d{2}$/.test(text)) return 'date';
  return /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(?::\d{2})?(?:Z|[+-]\d{2}:\d{2})?$/.test(text)
    ? 'date-time'
    : undefined;
}

const hookName =
  /(?:key|id|class|selector|event|type|name|attr|prop|tag|ease|easing|mode|effect|direction|axis|target|el|element)$/i;

/** What a script puts something in place of: `{n}`, `%s`. */
const placeholder = /\{\w*\}|%[sd]/g;

/** True for words that a visitor reads; what only code reads looks otherwise or is called so. */
function isForPeople(text: string, name: string): boolean {
  const words = text.replace(placeholder, '0');
  if (!isContent(text) || /[<>{}]|^[#.[]|=>|\$\{/.test(words)) return false;
  if (/^\p{Sc}$/u.test(text)) return true;
  if (/^(?:cubic-bezier|steps|linear|ease)\b.*[(-]|^[a-z]+\(.*\)$/.test(text)) return false;
  if (/^[\p{Lu}\d]/u.test(text) || /\s/.test(text)) return /\p{L}|\d[:.]\d/u.test(text);
  return (
    !hookName.test(name) &&
    /text|title|label|word|message|caption|unit|suffix|prefix|currency|symbol|sign/i.test(name)
  );
}

/** The kind of a literal as what an atom of it says. */
export function literalAtom(
  node: Syntax,
  name: string,
  about: Pick<Atom, 'names' | 'weight'> & {
    readonly why?: string;
    readonly isTimed?: boolean;
    readonly isInRow?: boolean;
  },
): Atom | undefined {
  const read = literalKind(node, name, about.isTimed, about.isInRow);
  if (!read) return undefined;
  const { member, why, ...rest } = read;
  const range = { start: node.start, end: node.end };
  const text = ({ path }: { path: string }) =>
    `mould.values.${path}${member === undefined ? '' : `.${member}`}`;
  return {
    ...rest,
    names: about.names,
    weight: about.weight,
    slot: `literal@${node.start}`,
    marks: [{ ...range, in: 'script', as: 'literal', drafts: [{ ...range, text }] }],
    why: about.why ?? why,
    said: name,
  };
}
