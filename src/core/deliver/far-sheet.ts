import { farPageType } from '../compile/style/far-page-type.ts';
import { layers } from '../compile/style/root-selector.ts';

/**
 * Style that loads a library's sheet from elsewhere for the casts of one mould alone: in a layer
 * below the mould's own rules (CSS Cascade 5, 2.1), in which it is undone for all other elements.
 *
 * @param src its address
 */
export function farSheet(src: string, mould: string): string {
  const layer = `${layers.mould}.far-${mould}`;
  const mark = `[data-mould="${mould}"]`;
  const address = src.replace(/["\\\n\r\f]/g, (char) => `\\${char.charCodeAt(0).toString(16)} `);
  const type = farPageType(src);
  return [
    // Layers are as strong as they are late, so what casts begin with has to be known before.
    `@layer ${layers.reset}, ${layer};`,
    `@import url("${address}") layer(${layer});`,
    `@layer ${layer} { :not(#k#m#k, ${mark}, ${mark} *) { &, &::before, &::after { all: revert-layer } } }`,
    ...(type ? [`@layer ${layer} { ${mark} { ${type} } }`] : []),
  ].join('\n');
}
