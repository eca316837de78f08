/** Names that custom elements cannot have, though they hold a hyphen (HTML Standard, 4.13.3). */
const reserved =
  /^(?:annotation-xml|color-profile|font-face(?:-src|-uri|-format|-name)?|missing-glyph)$/;

/** The custom elements that a mould's markup holds, or that its script defines. */
export function customElementsIn(template: string, script: string): string[] {
  const tags = [...template.matchAll(/<([a-z][a-z0-9._]*-[\w.-]*)/g)];
  const defined = [...script.matchAll(/\bdefine\(\s*['"`]([a-z][a-z0-9._]*-[\w.-]*)['"`]/g)];
  const names = [...tags, ...defined].flatMap(([, name]) => name ?? []);
  return [...new Set(names)].filter((name) => !reserved.test(name));
}
