import { useKit } from '../core/deliver/usual.ts';
import { kit } from '../generated/kit.ts';

// Whoever imports it means to deliver with it.
useKit(kit);

export { kit };
