import { expect, it } from 'vitest';
import { offersOf } from '../../src/core/form/offers.ts';
import { mouldOf } from '../support/mould.ts';

const bell = '<svg viewBox="0 0 8 8"><path d="M0 0h8v8z"/></svg>';

it('offers the colours of a piece, the most used first, and not its words', () => {
  const style = `a { color: #C1440E; background: #c1440e } b { color: rgb(1 2 3 / 0.5) }
.red { width: 3px } /* #fade */ i { color: #12345 }`;
  expect(offersOf(mouldOf({ style })).colours).toEqual(['#c1440e', 'rgb(1 2 3 / 0.5)', '#fade']);
});

it('offers each icon of a piece once, cleaned; none that is bound or as large as a picture', () => {
  const template = `<p>${bell}${bell}<svg onload="x()"><circle r="4"/></svg><svg><title>{~heading~}</title></svg>
<svg><path d="${'M0 0h8'.repeat(900)}"/></svg></p>`;
  const { icons } = offersOf(mouldOf({ template }));
  expect(icons).toHaveLength(2);
  expect(icons[0]).toContain('M0 0h8v8z');
  expect(icons.join('')).not.toContain('onload');
});

it('offers the icons that fields have by default', () => {
  const fields = { badge: { kind: 'icon', default: { svg: bell } } } as const;
  expect(offersOf(mouldOf({ template: '<p>{~badge~}</p>', fields })).icons).toHaveLength(1);
});
