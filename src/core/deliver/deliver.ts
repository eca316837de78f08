import type { Cast } from '../compile/cast.ts';
import type { Delivery } from './delivery.ts';
import { type FormName, forms } from './forms.ts';
import { type WritingOptions, writeForm } from './write-form.ts';

export interface DeliveryOptions extends WritingOptions {
  readonly form: FormName;
}

/**
 * Puts casts into the form that a host takes; what they share is there once. The same casts give
 * the same bytes.
 *
 * @param given one cast, or several that stand one below the other
 * @throws Refusal when the nonce is none, or a form is asked for that takes what was not given
 *
 * @example
 * const { parts } = deliver(compiled.cast({ values }), { form: 'block', runtime });
 */
export function deliver(given: Cast | readonly Cast[], options: DeliveryOptions): Delivery {
  const { form, ...others } = options;
  return writeForm(forms[form], form, 'id' in given ? [given] : given, others);
}
