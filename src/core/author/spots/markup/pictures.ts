import type { JsonObject } from '../../../model/json-source.ts';
import { isSafePicture } from '../../../model/safe-address.ts';
import type { Atom, Mark } from '../atom.ts';
import { replaced } from '../atom.ts';
import { elementNames } from '../names/element-names.ts';
import { isBoundText, type TreeAttribute, type TreeElement } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector } from './detector.ts';

/** Pictures with their text alternatives, and the further sizes a browser may choose. */
export const pictures: MarkupDetector = (element) => {
  const address = addressOf(element);
  const src = address && isPictureAddress(address) ? address : undefined;
  const alt = element.attributes.get('alt');
  const candidates = candidatesOf(element);
  if (!src) return candidates.flatMap((one) => [candidateAtom(element, one)]);
  const marks: Mark[] = [attributeMark(src, hole())];
  // What is kept from screen readers and says nothing to them goes on saying nothing.
  const isSilent = alt?.text === '' && isHidden(element);
  const hasAlt = alt !== undefined && !isBoundText(alt.text) && !isSilent;
  if (hasAlt) marks.push(ofMember(attributeMark(alt, hole('alt')), 'alt'));
  for (const one of candidates) {
    if (one.address === src.text) marks.push(replaced('template', 'attribute', one, hole()));
  }
  const value: JsonObject = { src: src.text, ...(alt?.text ? { alt: alt.text } : {}) };
  const atom: Atom = {
    kind: 'image',
    value,
    marks,
    element,
    slot: 'image',
    names: pictureNames(element),
    section: 'Content',
    weight: 0.92,
    why: 'a picture',
    same: `image ${src.text}`,
  };
  const others = candidates.filter((one) => one.address !== src.text);
  return [atom, ...others.map((one) => candidateAtom(element, one))];
};

/** A place that a member of the field fills, which other places of the same may fill otherwise. */
function ofMember(mark: Mark, member: string): Mark {
  return { ...mark, drafts: mark.drafts.map((draft) => ({ ...draft, member })) };
}

interface Candidate {
  readonly address: string;
  readonly start: number;
  readonly end: number;
  readonly descriptor: string;
}

function addressOf({ name, isHtml, attributes }: TreeElement): TreeAttribute | undefined {
  if (name === 'img' || (name === 'input' && attributes.get('type')?.text === 'image')) {
    return attributes.get('src');
  }
  if (isHtml || name !== 'image') return undefined;
  return attributes.get('href') ?? attributes.get('xlink:href');
}

function isHidden(element: TreeElement): boolean {
  for (let one: TreeElement | undefined = element; one; one = one.parent) {
    if (one.attributes.get('aria-hidden')?.text === 'true') return true;
  }
  return false;
}

function isPictureAddress({ text }: TreeAttribute): boolean {
  return text.trim() !== '' && !isBoundText(text) && isSafePicture(text);
}

/** What `srcset` offers (HTML Standard, 4.8.4.2.1), with where each address stands. */
function candidatesOf({ name, attributes }: TreeElement): Candidate[] {
  const srcset = attributes.get('srcset');
  if (!srcset?.isQuoted || (name !== 'img' && name !== 'source')) return [];
  if (isBoundText(srcset.text) || srcset.text.length !== srcset.value.end - srcset.value.start) {
    return [];
  }
  return [...srcset.text.matchAll(/([^\s,]\S*[^\s,])(?:\s+([^\s,]+))?\s*(?:,|$)/g)].map((match) => {
    const start = srcset.value.start + match.index;
    const [, address = '', descriptor = ''] = match;
    return { address, descriptor, start, end: start + address.length };
  });
}

function candidateAtom(element: TreeElement, { address, descriptor, ...at }: Candidate): Atom {
  const names = pictureNames(element).map((name) => `${name} ${descriptor || 'other'}`);
  return {
    kind: 'image',
    value: { src: address },
    element,
    names,
    marks: [replaced('template', 'attribute', at, hole())],
    slot: `srcset:${descriptor}`,
    section: 'Content',
    weight: 0.7,
    why: 'the picture in another size',
    same: `image ${address}`,
  };
}

function pictureNames(element: TreeElement): string[] {
  const file = /([\w-]+)\.\w+(?:[?#].*)?$/.exec(addressOf(element)?.text ?? '')?.[1] ?? '';
  const byFile = /^[a-z][a-z-]*$/i.test(file) && file.length < 20 ? [file] : [];
  return [...elementNames(element), ...byFile];
}
