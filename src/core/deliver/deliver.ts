import type { Cast } from '../compile/cast.ts';
import { requireAll, requireObject } from '../model/given.ts';
import { finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
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
 * const { parts } = deliver(compiled.cast({ values }), { form: 'block' });
 */
export function deliver(given: Cast | readonly Cast[], options: DeliveryOptions): Delivery {
  requireObject('The options', options);
  const { form, ...others } = options;
  const casts = Array.isArray(given) ? (given as readonly Cast[]) : [given as Cast];
  requireAll('The casts', casts, isCast, 'what cast() gives');
  if (!Object.hasOwn(forms, form)) {
    const known = Object.keys(forms).join(', ');
    throw new Refusal(
      finding('call/argument', { what: 'The form', why: `must be one of ${known}` }),
    );
  }
  return writeForm(forms[form], form, casts, others);
}

function isCast({ id, markup, made }: Readonly<Record<string, unknown>>): boolean {
  return typeof id === 'string' && typeof markup === 'string' && made !== undefined;
}
