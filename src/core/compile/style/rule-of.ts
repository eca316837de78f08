/** One rule with a declaration a line; '' where there is none. */
export function ruleOf(selector: string, declarations: readonly string[]): string {
  if (declarations.length === 0) return '';
  return `${selector} {\n${declarations.map((one) => `  ${one};`).join('\n')}\n}`;
}
