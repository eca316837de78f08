import type { Proposal } from '../atom.ts';
import { hasWords, type TreeElement, type TreeNode } from '../tree.ts';
import { isNoun } from './list-nouns.ts';
import type { TitleLook } from './titles.ts';

/** The title of a stretch of text beside markup, by what it stands next to; '' for a whole text. */
export function fragmentTitle(one: Proposal, element: TreeElement, look: TitleLook): string {
  const nodes = element.children.filter((node) => node.node === 'element' || /\S/.test(node.text));
  const [place] = one.found;
  if (!/(?:^|\/)text:\d/.test(one.slot) || !place) return '';
  const at = nodes.findIndex(
    (node) => node.node === 'text' && node.core.start <= place.start && place.end <= node.core.end,
  );
  if (at < 0) return '';
  if (/^h[1-6]$/.test(element.name)) return headingPart(nodes, at);
  const next = said(nodes[at + 1], look);
  const isLabel = one.values.some((value) => /:$/.test(String(value).trim()));
  if (next !== '' && isLabel) return `${next} label`;
  if (next !== '' && at === 0) return `text before ${next}`;
  const previous = said(nodes[at - 1], look);
  return previous === '' ? '' : `text after ${previous}`;
}

/** A heading that goes on after something else. */
function headingPart(nodes: readonly TreeNode[], at: number): string {
  const texts = nodes.filter(({ node }) => node === 'text');
  const isParted = nodes.some(({ node }, index) => node === 'element' && index > 0);
  if (texts.length < 2 || !isParted) return '';
  if (at === 0) return 'heading start';
  return at === nodes.length - 1 ? 'heading end' : '';
}

function said(node: TreeNode | undefined, { words }: TitleLook): string {
  if (node?.node !== 'element' || !hasWords(node)) return '';
  return words.ofElement(node).find(isNoun) ?? '';
}
