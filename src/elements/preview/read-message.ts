import { pageFactTexts } from '../../facts/fact-texts.ts';
import type { FrameBox, FrameFacts, FrameNote, FromFrame, HiddenPart } from './messages.ts';

/** As many things of a kind a frame may tell of, and as many characters of each. */
const mostEntries = 500;
const mostCharacters = 10_000;

type Given = Readonly<Record<string, unknown>>;

/**
 * Reads what a frame tells. Pasted code runs there, so nothing is taken to be what it should be;
 * undefined for what is no message.
 */
export function readFromFrame(data: unknown): FromFrame | undefined {
  if (!isObject(data) || typeof data.say !== 'string') return undefined;
  return Object.hasOwn(readers, data.say) ? readers[data.say as FromFrame['say']](data) : undefined;
}

const readers: { readonly [Say in FromFrame['say']]: (given: Given) => FromFrame | undefined } = {
  shown: () => ({ say: 'shown' }),
  here: () => ({ say: 'here' }),
  painted: ({ change, madeAt }) =>
    isNumber(change) && isNumber(madeAt) ? { say: 'painted', change, madeAt } : undefined,
  size: ({ page, cast, roomPx }) =>
    isNumber(page) && isNumber(cast) && isNumber(roomPx)
      ? { say: 'size', page, cast, roomPx }
      : undefined,
  measured: ({ width, layout, facts }) => {
    const read = isObject(facts) ? readFacts(facts) : undefined;
    return read && isNumber(width) && isText(layout)
      ? { say: 'measured', width, layout, facts: read }
      : undefined;
  },
  hidden: ({ parts, isBlank }) =>
    Array.isArray(parts) && parts.length <= mostEntries && parts.every(isHiddenPart)
      ? { say: 'hidden', parts, isBlank: isBlank === true }
      : undefined,
  scroll: ({ x, y }) => (isNumber(x) && isNumber(y) ? { say: 'scroll', x, y } : undefined),
  note: ({ note }) => {
    if (!isObject(note) || !isText(note.text) || !isNoteKind(note.is)) return undefined;
    return { say: 'note', note: { is: note.is, text: note.text } };
  },
  point: ({ marks, properties, element, isPicked }) =>
    areTexts(marks) && areTexts(properties) && isText(element)
      ? { say: 'point', marks, properties, element, isPicked: isPicked === true }
      : undefined,
  edit: ({ marks, properties, words, box }) =>
    areTexts(marks) && areTexts(properties) && isText(words) && isBox(box)
      ? { say: 'edit', marks, properties, words, box }
      : undefined,
  typed: ({ text }) => (text === undefined || isText(text) ? { say: 'typed', text } : undefined),
  undo: ({ isRedo }) => ({ say: 'undo', isRedo: isRedo === true }),
  facts: ({ facts }) => {
    const read = isObject(facts) ? readFacts(facts) : undefined;
    return read && { say: 'facts', facts: read };
  },
};

/** Each fact is a box with some texts and numbers. */
function readFacts(given: Given): FrameFacts | undefined {
  const names = Object.keys(pageFactTexts).filter((name) => name !== 'shifts');
  const lists = names.map((name) => {
    const list = given[name];
    const isList = Array.isArray(list) && list.length <= mostEntries && list.every(isFact);
    return isList ? [name, list] : undefined;
  });
  if (lists.includes(undefined)) return undefined;
  return Object.fromEntries(lists as [string, unknown][]) as unknown as FrameFacts;
}

function isFact(one: unknown): boolean {
  if (!isObject(one) || !isText(one.element) || !isText(one.selector)) return false;
  return Object.values(one).every((value) => isText(value) || isNumber(value));
}

function isBox(box: unknown): box is FrameBox {
  return isObject(box) && ['left', 'top', 'width', 'height'].every((name) => isNumber(box[name]));
}

function isHiddenPart(one: unknown): one is HiddenPart {
  if (!isObject(one) || !isText(one.path) || !isText(one.label)) return false;
  const isKnown = ['hidden', 'transparent', 'closed', 'outside'].includes(String(one.is));
  return isKnown && typeof one.isInHost === 'boolean';
}

function isObject(value: unknown): value is Given {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function isNumber(value: unknown): value is number {
  return Number.isFinite(value);
}

function isText(value: unknown): value is string {
  return typeof value === 'string' && value.length <= mostCharacters;
}

function areTexts(value: unknown): value is string[] {
  return Array.isArray(value) && value.length <= mostEntries && value.every(isText);
}

function isNoteKind(value: unknown): value is FrameNote['is'] {
  return value === 'error' || value === 'not-reached' || value === 'asked' || value === 'led';
}
