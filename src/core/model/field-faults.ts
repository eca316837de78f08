import { type Finding, finding } from '../problem/finding.ts';
import { readCondition } from './condition.ts';
import { type Field, fieldsBelow } from './field.ts';
import type { JsonSource } from './json-source.ts';
import { isReference, resolvePath } from './path.ts';

/** What is wrong with declarations as they speak of each other: conditions, captions, widths. */
export function fieldFaults(root: Field, source: JsonSource): Finding[] {
  const findings: Finding[] = [];
  const visit = (field: Field, loops: readonly string[]): void => {
    const { when, caption, below } = field.declared;
    const at = (key: string) => source.placeOf([...(field.at ?? []), key]);
    const { path } = field;
    if (when !== undefined) {
      const condition = readCondition(String(when));
      const found = condition && resolvePath(root, condition.path, loops);
      if (!found || !isReference(found)) {
        const near = found && 'near' in found ? found.near : undefined;
        const data = { path, condition: String(when), near };
        findings.push(finding('field/bad-condition', data, at('when'), path));
      }
    }
    if (typeof caption === 'string') {
      const names = fieldsBelow(field).map((one) => one.path);
      if (!names.includes(caption)) {
        const near = names.find((one) => one.endsWith(`.${caption}`));
        findings.push(finding('field/bad-caption', { path, caption, near }, at('caption'), path));
      }
    }
    if (below !== undefined) {
      const why = whyNoWidths(field, loops);
      if (why) findings.push(finding('field/below', { path, why }, at('below'), path));
    }
    for (const member of field.members) visit(member, loops);
    if (field.row) visit(field.row, [...loops, path]);
  };
  for (const field of root.members) visit(field, []);
  return findings;
}

function whyNoWidths(field: Field, loops: readonly string[]): string | undefined {
  if (loops.length > 0)
    return 'row values are set as inline style, which cannot depend on the viewport width';
  const isForStyle = [field, ...fieldsBelow(field)].some(({ kind }) => kind.css !== undefined);
  return isForStyle ? undefined : `${field.kind.called} is not a CSS value`;
}
