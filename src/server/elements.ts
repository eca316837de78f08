export { defineKind, type KindDefinition } from '../core/model/define-kind.ts';

/**
 * The elements where there is no page: a server writes their tags, and the browser, which loads the
 * module itself, brings them to life.
 */
export class KmForm {}

/** The same of `km-preview`. */
export class KmPreview {}
