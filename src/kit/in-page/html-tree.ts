import type { Nodes } from 'hast';
import { fromDom } from 'hast-util-from-dom';

/** What `#html-tree` is in a page. Nothing in a template is run or loaded while it is read. */
export function htmlTree(html: string): Nodes {
  const box = document.createElement('template');
  box.innerHTML = html;
  return fromDom(box.content) as Nodes;
}
