import type { JsonObject, Mould } from 'keen-mould';
import { html } from 'lit';
import type { Bench } from '../bench.ts';
import { proposalsOf } from '../known.ts';
import { fieldsOf } from '../paste.ts';
import { slotsOf } from '../slots.ts';
import { markElement } from './code-view.ts';

/** The frames; while fields are chosen, with all that could be one bound on trial. */
export function lookView(bench: Bench, mould: Mould) {
  const { work, screen } = bench;
  const isChoosing = screen.step === 'fields';
  const known = isChoosing ? proposalsOf(bench, mould) : undefined;
  const spots = known?.spots ?? [];
  const framed = known?.framed ?? { mould, spotOf: () => undefined };
  const shown = spots.find(({ id }) => id === screen.shownSpot);
  const pick = (path: string, element: string) => {
    const [top = ''] = path.split('.');
    const spot = Object.hasOwn(fieldsOf(mould), top) ? undefined : framed.spotOf(path);
    if (!isChoosing) return bench.show({ step: 'try', pointedAt: path });
    if (spot) bench.show({ shownSpot: spot, lit: '', said: '' });
    else if (top !== '') bench.show({ openField: top, lit: top, shownSpot: '' });
    else return markElement(bench, mould, element);
    const found = spot ? '.is-shown' : '.fields [aria-expanded="true"]';
    document.querySelector(found)?.scrollIntoView({ block: 'center' });
  };
  return html`<km-preview .mould=${framed.mould} .values=${ownValues(mould, work.values)} 
    .below=${work.below} .slots=${slotsOf(work)} .moulds=${screen.rack}
    .lit=${shown?.field ?? screen.lit} .sample=${screen.sample} .hostPage=${screen.hostPage}
    @km-sample=${({ detail }: CustomEvent) => {
      bench.show({ sample: detail.name });
      const { values, below, slots = {} } = detail;
      bench.change({ values, below, slots }, '');
    }}
    @km-point=${({ detail }: CustomEvent<{ path: string; element: string; isPicked: boolean }>) => {
      if (detail.isPicked) pick(detail.path, detail.element);
      else bench.show({ pointedAt: detail.path });
    }}></km-preview>`;
}

let last:
  | { readonly mould: Mould; readonly values: JsonObject; readonly own: JsonObject }
  | undefined;

/** What is only proposed shows what stands there, whatever a field of that name once held. */
function ownValues(mould: Mould, values: JsonObject): JsonObject {
  if (last?.mould === mould && last.values === values) return last.own;
  const fields = fieldsOf(mould);
  const own = Object.fromEntries(
    Object.entries(values).filter(([name]) => Object.hasOwn(fields, name)),
  );
  last = { mould, values, own };
  return own;
}
