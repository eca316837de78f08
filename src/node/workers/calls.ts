import { bindSpots } from '../../core/author/bind/bind-spots.ts';
import { findSpots } from '../../core/author/bind/find-spots.ts';
import { checkMould, fixMould } from '../../core/author/check/check-mould.ts';
import { importSnippet } from '../../core/author/snippet/import-snippet.ts';
import { unpackMould } from '../../core/pack/unpack-mould.ts';

/** The calls that read what strangers made, and may take long. */
export const calls = { importSnippet, checkMould, fixMould, findSpots, bindSpots, unpackMould };

export type CallName = keyof typeof calls;
