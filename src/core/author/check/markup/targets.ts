import { parse } from 'parse5';
import { fieldsBelow } from '../../../model/field.ts';
import { isSelector, selects } from '../../sources/select.ts';
import { type Check, type Flaw, flawOf } from '../flaw/check.ts';

/** Fields that name elements of the host, and find none in the one given. */
export const deadTargets: Check = (subject) => {
  const { root, host } = subject;
  const targets = fieldsBelow(root).filter(({ kind }) => kind.isTarget);
  const page = host === undefined || targets.length === 0 ? undefined : parse(host);
  return targets.flatMap(({ path, default: preset, at }): Flaw[] => {
    const selector = String(preset ?? '');
    if (selector === '' || !isSelector(selector)) return [];
    if (!page || selects(page, selector)) return [];
    return [flawOf(subject, at ?? [], 'field/no-target', { path, selector })];
  });
};
