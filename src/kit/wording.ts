import { castWording } from '../core/problem/wording/cast.ts';
import { valueWording } from '../core/problem/wording/value.ts';

/** What can still be found in a mould that was compiled before: all else was reported then. */
export const wording = { ...valueWording, ...castWording };
