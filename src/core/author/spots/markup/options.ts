import { type Atom, replaced } from '../atom.ts';
import { isBoundText } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector } from './detector.ts';
import { isContent } from './is-content.ts';

/** Entries of a list to choose from: a link where the value is an address, else text and value. */
export const options: MarkupDetector = (element) => {
  if (element.name !== 'option') return [];
  const [text] = element.children;
  const value = element.attributes.get('value');
  if (text?.node !== 'text' || isBoundText(text.text) || !isContent(text.text)) return [];
  if (value && isBoundText(value.text)) return [];
  const words = replaced('template', 'text', text.core, hole());
  const about = { element, section: 'Content', weight: 0.85, why: 'an option' } as const;
  const name = { kind: 'text', value: text.text, slot: 'content', names: ['option'] } as const;
  if (!value || value.text === '') {
    const names = value ? ['prompt'] : name.names;
    return [{ ...about, ...name, names, marks: [words] }];
  }
  if (isAddress(value.text)) {
    const link = { href: value.text, text: text.text };
    const marks = [attributeMark(value, hole()), words];
    return [{ ...about, kind: 'link', value: link, slot: 'link', names: ['link'], marks }];
  }
  const atom: Atom = {
    ...about,
    kind: 'text',
    value: value.text,
    slot: 'attr:value',
    names: ['value'],
    marks: [attributeMark(value, hole())],
    weight: 0.5,
    why: 'the value sent when it is chosen',
  };
  return [{ ...about, ...name, marks: [words] }, atom];
};

/** True for a value that leads somewhere. */
function isAddress(value: string): boolean {
  return /^(?:https?:\/\/|mailto:|tel:|\.{0,2}\/|#)\S*$|^[\w-]+(?:\/[\w.-]+)*\.html?(?:[?#]\S*)?$/i.test(
    value,
  );
}
