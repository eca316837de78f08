import { type Declaration, type Rule, walk } from 'css-tree';
import type MagicString from 'magic-string';
import { isMoving } from './moving-properties.ts';

/**
 * Makes declarations important, so that no important one of a host beats them, but for what inline
 * style, animations and script have to be able to beat.
 *
 * @param stronger writes what was important before once more, so that it still beats the others
 */
export function makeImportant(
  edits: MagicString,
  rules: readonly Rule[],
  source: string,
  moving: ReadonlySet<string>,
  stronger: (rule: string) => string,
): void {
  for (const rule of rules) {
    const before: Declaration[] = [];
    walk(rule.block, (node) => {
      if (node.type !== 'Declaration' || !node.value.loc || node.property.startsWith('--')) return;
      if (isMoving(node.property, moving)) return;
      if (node.important) {
        if (rule.block.children.some((one) => one === node)) before.push(node);
        return;
      }
      edits.appendLeft(node.value.loc.end.offset, ' !important');
    });
    if (before.length === 0 || !rule.loc || !rule.prelude.loc) continue;
    const text = (one: Declaration) =>
      source.slice(one.loc?.start.offset, one.loc?.end.offset).trim();
    const prelude = source.slice(rule.prelude.loc.start.offset, rule.prelude.loc.end.offset);
    const once = stronger(`${prelude} { ${before.map(text).join('; ')} }`);
    edits.appendLeft(rule.loc.end.offset, ` ${once.replace(/\s+/g, ' ')}`);
  }
}
