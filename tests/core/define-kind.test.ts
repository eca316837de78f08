import { expect, it } from 'vitest';
import { compileMould, defineKind, deliver, valuesSchema } from '../../src/core/index.ts';
import { ownKinds } from '../../src/core/model/own-kinds.ts';
import { kit } from '../../src/generated/kit.ts';
import { mouldOf } from '../support/mould.ts';

const price = {
  name: 'quay-price',
  base: 'number',
  schema: { minimum: 0, not: { const: 13 } },
  write: (value: unknown) => `<€> ${Number(value).toFixed(2)}`,
} as const;
const mould = () =>
  mouldOf({
    template: '<p title="Now {~price~}">{~price~}</p>',
    fields: { price: { kind: 'quay-price', default: 2, 'x-currency': 'EUR' } },
  });

it('is unknown until it is defined', () => {
  ownKinds().clear();
  expect(compileMould(mould()).findings[0]).toMatchObject({ code: 'field/unknown-kind' });
});

it('has the values of its base, its own rules, and its own way to be written', () => {
  defineKind(price);
  const compiled = compileMould(mould());
  expect(compiled.findings).toEqual([]);
  expect(compiled.cast({ values: { price: 3.5 } }).markup).toContain(
    'title="Now &lt;€&gt; 3.50">&lt;€&gt; 3.50</p>',
  );
  const wrong = (value: number) => compiled.cast({ values: { price: value } }).findings[0]?.message;
  expect(wrong(-1)).toContain('must be at least 0');
  expect(wrong(13)).toBeDefined();
  expect(wrong(14)).toBeUndefined();
});

it('is part of the schema of values, by what it asks', () => {
  defineKind(price);
  expect(valuesSchema(mould())).toMatchObject({ properties: { price: { minimum: 0 } } });
});

it('is refused where a mould is cast without it', () => {
  defineKind(price);
  const cast = compileMould(mould()).cast();
  expect(() => deliver(cast, { form: 'module', kit })).toThrow('of the kind quay-price');
  expect(deliver(cast, { form: 'block' }).parts.html).toContain('2.00');
});

it.each([
  ['a name without a hyphen', { name: 'price', base: 'number' }, 'with a hyphen'],
  ['no kind as base', { name: 'a-b', base: 'nummer' }, 'did you mean number?'],
  ['a list as base', { name: 'a-b', base: 'list' }, 'a kind with a value'],
  ['no schema', { name: 'a-b', base: 'text', schema: 3 }, 'must be an object'],
  ['no kind at all', undefined, 'must be an object, not nothing'],
  ['what cannot write', { name: 'a-b', base: 'text', write: 'x' }, 'write must be a function'],
])('refuses %s', (_, given, message) => {
  expect(() => defineKind(given as never)).toThrow(message);
});
