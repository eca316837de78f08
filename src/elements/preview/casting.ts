// What a preview casts with, to be loaded in one piece.
export { compileMould } from '../../core/compile/compile-mould.ts';
export { sampleOf } from '../../core/model/samples.ts';
export { castCopies, changeBetween, framedAfter } from '../../core/preview/copies.ts';
export { withMarks } from '../../core/preview/mark-template.ts';
export { pastePage } from '../../core/preview/paste-page.ts';
export { runtime } from '../../generated/runtime.ts';
export { beginningOf } from './beginning.ts';
export { placedIn } from './placed-moulds.ts';
