/** All that a page is asked while a proof is taken of it; built to text by scripts/build.mjs. */
export { findAccessibility } from './accessibility.ts';
export { selectorsFor } from './box.ts';
export { measurePage } from './measure-page.ts';
export { mediaAtRest } from './media.ts';
export { applyView } from './states.ts';
/** What a visitor of a page does and sees, for comparing two pages. */
export * as visits from './visits.ts';
