import type { JsonObject } from '../../../model/json-source.ts';
import { isSafeAddress } from '../../../model/safe-address.ts';
import type { Atom, Mark } from '../atom.ts';
import { elementNames } from '../names/element-names.ts';
import { childrenOf, isBoundText, type TreeAttribute, type TreeElement } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector } from './detector.ts';

/** Sounds and films: the address, the picture before, captions, and how they play. */
export const films: MarkupDetector = (element) => {
  if (element.name !== 'video' && element.name !== 'audio') return [];
  const sources = childrenOf(element).filter(({ name }) => name === 'source');
  const [first, ...others] = element.attributes.has('src') ? [element, ...sources] : sources;
  const main = first && filmOf(element, first, true);
  const rest = others.flatMap((source) => filmOf(element, source, false) ?? []);
  return [...(main ? [main] : []), ...rest];
};

function filmOf(element: TreeElement, source: TreeElement, isMain: boolean): Atom | undefined {
  const src = free(source, 'src');
  if (!src || !isSafeAddress(src.text)) return undefined;
  const marks: Mark[] = [attributeMark(src, hole())];
  const value: Record<string, string | boolean> = { src: src.text };
  const bind = (attribute: TreeAttribute | undefined, member: string, is: string | boolean) => {
    if (!attribute) return;
    const mark = attributeMark(attribute, hole(member));
    // Only addresses are what somebody looks for; the rest goes along.
    marks.push(member === 'poster' || member === 'captions' ? mark : { ...mark, isAside: true });
    value[member] = is;
  };
  const type = free(source, 'type');
  if (source !== element) bind(type, 'type', type?.text ?? '');
  if (isMain) {
    const poster = free(element, 'poster');
    bind(poster, 'poster', poster?.text ?? '');
    const tracks = childrenOf(element).filter(({ name }) => name === 'track');
    const captions = tracks[0] && free(tracks[0], 'src');
    if (tracks.length === 1) bind(captions, 'captions', captions?.text ?? '');
    bind(element.attributes.get('loop'), 'loop', true);
    bind(element.attributes.get('muted'), 'muted', true);
  }
  const ending = /\.(\w+)(?:[?#].*)?$/.exec(src.text)?.[1] ?? 'other';
  const names = elementNames(element);
  return {
    kind: 'media',
    value: value as JsonObject,
    marks,
    element,
    section: 'Content',
    slot: isMain ? 'media' : `media:${ending}`,
    names: isMain ? names : names.map((name) => `${name} ${ending}`),
    weight: isMain ? 0.92 : 0.7,
    why: isMain ? `a ${element.name === 'video' ? 'film' : 'sound'}` : 'the same in another format',
    same: `media ${src.text}`,
  };
}

function free({ attributes }: TreeElement, name: string): TreeAttribute | undefined {
  const attribute = attributes.get(name);
  return attribute && attribute.text !== '' && !isBoundText(attribute.text) ? attribute : undefined;
}
