import { useKit } from '../core/deliver/usual.ts';
import { kit } from '../generated/kit.ts';

// Here, unlike in a page, its size matters to nobody.
useKit(kit);

export * from '../core/index.ts';
