import type { Nodes } from 'hast';
import { fromDom } from 'hast-util-from-dom';

/** Stands for the module of that name in a page: nothing in it is run or loaded while it is read. */
export function htmlTree(html: string): Nodes {
  const box = document.createElement('template');
  box.innerHTML = html;
  return fromDom(box.content) as Nodes;
}
