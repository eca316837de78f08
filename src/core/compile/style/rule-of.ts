/** One rule with a declaration a line, or on one line where there is but one; '' for none. */
export function ruleOf(selector: string, declarations: readonly string[]): string {
  if (declarations.length === 0) return '';
  if (declarations.length === 1) return `${selector} { ${declarations[0]} }`;
  return `${selector} {\n${declarations.map((one) => `  ${one};`).join('\n')}\n}`;
}
