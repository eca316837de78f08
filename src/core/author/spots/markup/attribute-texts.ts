import type { Atom } from '../atom.ts';
import { elementNames } from '../names/element-names.ts';
import { isBoundText, type TreeElement } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector } from './detector.ts';
import { isContent } from './is-content.ts';

/** Attributes that people read or hear, with what each is for and how it names a field. */
const said: Readonly<Record<string, { why: string; names: readonly string[]; weight: number }>> = {
  'aria-label': { why: 'text for screen readers', names: ['label'], weight: 0.75 },
  'aria-description': { why: 'text for screen readers', names: ['description'], weight: 0.7 },
  'aria-valuetext': { why: 'text for screen readers', names: ['value text'], weight: 0.4 },
  placeholder: { why: 'placeholder text', names: ['placeholder', 'hint'], weight: 0.85 },
  title: { why: 'a tooltip', names: ['hint', 'tooltip'], weight: 0.7 },
  label: { why: 'the heading of a group', names: ['group', 'label'], weight: 0.85 },
};

/** Texts in attributes: hints, labels, and the words on buttons made of `<input>`. */
export const attributeTexts: MarkupDetector = (element) => {
  const atoms = Object.entries(said).flatMap(([name, about]) =>
    attributeAtom(element, name, about),
  );
  const isButton =
    element.name === 'input' &&
    /^(?:submit|button|reset)$/.test(element.attributes.get('type')?.text ?? '');
  if (!isButton) return atoms;
  const about = { why: 'the text of a button', names: ['button', 'button text'], weight: 0.9 };
  return [...atoms, ...attributeAtom(element, 'value', about)];
};

function attributeAtom(
  element: TreeElement,
  name: string,
  { why, names, weight }: { why: string; names: readonly string[]; weight: number },
): Atom[] {
  const attribute = element.attributes.get(name);
  if (!attribute || !isContent(attribute.text) || isBoundText(attribute.text)) return [];
  if (name === 'label' && element.name !== 'optgroup' && element.name !== 'option') return [];
  const [own = ''] = elementNames(element);
  return [
    {
      kind: 'text',
      value: attribute.text,
      element,
      slot: `attr:${name}`,
      marks: [attributeMark(attribute, hole())],
      names:
        name === 'label' || name === 'value'
          ? names
          : [...names.map((one) => `${own} ${one}`), ...names],
      section: 'Content',
      weight,
      why,
      same: `text ${attribute.text}`,
    },
  ];
}
