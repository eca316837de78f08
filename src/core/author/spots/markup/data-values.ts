import { isSafeAddress } from '../../../model/safe-address.ts';
import { fileKind } from '../../../text/file-address.ts';
import type { Atom } from '../atom.ts';
import { limitsOf } from '../limits.ts';
import { colorKey } from '../style/values.ts';
import { isBoundText, type TreeAttribute, type TreeElement } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector, type MarkupLook } from './detector.ts';

/**
 * Values of `data-*` attributes, and of attributes of custom elements, that are content or settings,
 * not hooks of the code.
 */
export const dataValues: MarkupDetector = (element, look) => {
  const isCustom = element.name.includes('-');
  return [...element.attributes.values()].flatMap((attribute) => {
    const own = isCustom && !known.test(attribute.name) ? attribute.name : undefined;
    const name = /^data-([a-z][\w-]*)$/.exec(attribute.name)?.[1] ?? own;
    if (name === undefined || isBoundText(attribute.text)) return [];
    return valueAtom(look, element, attribute, name) ?? [];
  });
};

/** Attributes that every element may have (HTML Standard, 3.2.6), those of other detectors too. */
const known =
  /^(?:class|id|style|slot|is|part|exportparts|title|lang|dir|hidden|inert|tabindex|role|popover|translate|itemscope|itemprop|itemtype|href|src|alt|poster|aria-.*|on.*|data-.*)$/;

/** Names after `data-` that speak to code alone. */
const hooks =
  /^(?:(?:bs|uk|js|x|v|ng|react|testid|test|id|ref|role|type|action|target|toggle|trigger|dismiss|parent|group|key|name|for|controls|component|widget|module|index|slide-to|filter|sort|theme|mode|state|cast|mould)(?:-.*)?)$/;

/** Words that stand for yes and no, with their opposites. */
const opposites: Readonly<Record<string, string>> = {
  yes: 'no',
  no: 'yes',
  on: 'off',
  off: 'on',
  true: 'false',
  false: 'true',
};

/** The words an attribute may have, its own first: those that selectors of style ask for. */
function optionsOf(text: string, attribute: string, { isHook, asked }: MarkupLook): string[] {
  if (!/^[a-z][\w-]*$/.test(text) || isHook(attribute)) return [];
  const opposite = opposites[text];
  return [...new Set([text, ...(opposite ? [opposite] : []), ...asked(attribute)])];
}

/** True where what stands beside has other words there: each is told from the rest by its own. */
function isKey({ parent, name }: TreeElement, attribute: TreeAttribute): boolean {
  const beside = (parent?.children ?? []).filter(
    (one) => one.node === 'element' && one.name === name,
  ) as TreeElement[];
  const words = beside.flatMap((one) => one.attributes.get(attribute.name)?.text ?? []);
  return words.length > 1 && new Set(words).size === words.length;
}

/** True for -1 where what stands beside has 1: which way each goes. */
function isDirection({ parent }: TreeElement, { name, text }: TreeAttribute): boolean {
  const opposite = String(-Number(text));
  return (
    /^[-+]?1$/.test(text) &&
    (parent?.children ?? []).some(
      (one) => one.node === 'element' && one.attributes.get(name)?.text === opposite,
    )
  );
}

function valueAtom(
  look: MarkupLook,
  element: TreeElement,
  attribute: TreeAttribute,
  name: string,
): Atom | undefined {
  const { tree } = look;
  const text = attribute.text.trim();
  const words = name.replace(/-/g, ' ');
  const about = {
    element,
    slot: `attr:${attribute.name}`,
    marks: [attributeMark(attribute, hole())],
    names: [words, `${words} value`],
    section: 'Content',
  } as const;
  if (/^-?(?:\d+\.?\d*|\.\d+)$/.test(text)) {
    const isTime = /(?:duration|delay|interval|speed|time|timeout|pause)$/.test(name);
    // A library's own attribute may still hold a time to choose.
    if ((hooks.test(name) && !isTime) || look.isHook(attribute.name)) return undefined;
    if (isDirection(element, attribute)) return undefined;
    const weight = 0.8;
    if (isTime && Number(text) >= 50) {
      // Script reads the number, so that a number it stays.
      const declares = { type: 'integer', minimum: 0, description: 'In ms.' };
      const motion = { section: 'Motion', why: 'a time in ms' } as const;
      return { ...about, ...motion, kind: 'number', value: Number(text), declares, weight };
    }
    const declares = {
      type: /\./.test(text) ? 'number' : 'integer',
      ...limitsOf(name, Number(text)),
    };
    const same = `number ${Number(text)}`;
    return {
      ...about,
      kind: 'number',
      value: Number(text),
      declares,
      weight,
      why: 'a number',
      same,
    };
  }
  const date = dateIn(text);
  if (date) return { ...about, ...date, kind: 'date', value: text, weight: 0.8 };
  if (/^(?:\p{Sc}|[A-Z]{3})$/u.test(text) && /currency/.test(name)) {
    return { ...about, kind: 'text', value: text, weight: 0.8, why: 'a currency' };
  }
  const options = isKey(element, attribute) ? [] : optionsOf(text, attribute.name, look);
  if (options.length > 1) {
    const declares = { enum: options };
    const section = 'Behaviour';
    return {
      ...about,
      section,
      kind: 'choice',
      value: text,
      declares,
      weight: 0.75,
      why: 'one of several words',
    };
  }
  if (/^#(?:[\da-f]{3}){1,2}$/i.test(text) && !tree.ids.has(text.slice(1))) {
    const same = `color ${colorKey(text)}`;
    const section = 'Look';
    return { ...about, section, kind: 'color', value: text, weight: 0.75, why: 'a colour', same };
  }
  if (text === '' || /^[#.[{]/.test(text) || tree.ids.has(text)) return undefined;
  if (/^(?:true|false)$/.test(text)) return undefined;
  const kind = isSafeAddress(text) ? fileKind(text) : undefined;
  if (kind) {
    const why = `the address of ${kind === 'image' ? 'a picture' : 'an audio or video file'}`;
    return { ...about, kind, value: { src: text }, weight: 0.8, why, same: `${kind} ${text}` };
  }
  const isShort = /^\/\w{1,3}$/.test(text);
  if (/^(?:https?:\/\/|\.{0,2}\/)\S+$/.test(text) && !isShort) {
    // In an attribute that is no address of the browser's, a link would be its words.
    const marks = [attributeMark(attribute, hole('href'))];
    return {
      ...about,
      marks,
      kind: 'link',
      value: { href: text },
      weight: 0.75,
      why: 'an address',
    };
  }
  const isWords = /\p{L}.*\s.*\p{L}|\d.*\s.*\p{L}|^\p{Lu}\p{Ll}+$/u.test(text);
  if (!isWords || (hooks.test(name) && name !== 'name')) return undefined;
  const same = `text ${text}`;
  return {
    ...about,
    kind: 'text',
    value: text,
    weight: 0.8,
    why: 'text that the code shows',
    same,
  };
}

/** A day, or a day with a time, as ISO 8601 writes it. */
function dateIn(text: string): Pick<Atom, 'declares' | 'why'> | undefined {
  const found = /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}(?::\d{2})?(?:Z|[+-]\d{2}:?\d{2})?)?$/.exec(text);
  if (!found) return undefined;
  if (found[1] === undefined) return { why: 'a date' };
  return { declares: { format: 'date-time' }, why: 'a date and a time' };
}
