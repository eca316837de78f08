import type { CastFile, SlotContent } from '../model/cast-file.ts';
import type { Slot } from '../model/mould.ts';
import { type Finding, finding } from '../problem/finding.ts';
import { nearestName } from '../problem/nearest-name.ts';
import type { Cast } from './cast.ts';
import { closedMarkup } from './closed-markup.ts';
import { placedMarkup } from './placed-markup.ts';

/** What stands in the slots of a cast. */
export interface FilledSlots {
  /** Markup by the name of the slot, to stand in the template. */
  readonly markup: Readonly<Record<string, string>>;
  /** For a sealed cast, what stands beside its shadow root. */
  readonly light: string;
  readonly inner: readonly Cast[];
  /** True where the text style of the host has to be carried in. */
  readonly areToBeStyled: boolean;
  readonly findings: readonly Finding[];
}

/** What slots are filled with. */
export interface SlotSetting {
  readonly mouldName: string;
  /** Names of the slots that the template has. */
  readonly known: ReadonlySet<string>;
  readonly declared: Readonly<Record<string, Slot>>;
  readonly sealed: boolean;
  /** Casts what is placed; undefined where there is no such mould. */
  readonly castOf: (file: CastFile) => Cast | undefined;
}

const nothing: FilledSlots = {
  ...{ markup: {}, light: '', inner: [], areToBeStyled: false, findings: [] },
};

/**
 * Fills the slots of a cast. Each gets a box that has no box of its own in the layout: it is where
 * the mould's rules end, and where text has the style of the host again.
 */
export function fillSlots(slots: CastFile['slots'], setting: SlotSetting): FilledSlots {
  if (!slots) return nothing;
  const { mouldName, known, declared, sealed } = setting;
  const findings: Finding[] = [];
  const inner: Cast[] = [];
  const filled = Object.entries(slots).flatMap(([name, contents]) => {
    if (!known.has(name)) {
      const near = nearestName(name, [...known]);
      findings.push(finding('cast/no-slot', { name, mould: mouldName, near, known: [...known] }));
      return [];
    }
    const { accepts, max, inherits } = declared[name] ?? {};
    const isAccepted = (one: SlotContent) =>
      !accepts || 'markup' in one || accepts.includes(nameIn(one));
    const placed = contents.filter((one) => {
      if (isAccepted(one)) return true;
      const mould = nameIn(one as CastFile);
      findings.push(finding('cast/not-accepted', { name, mould, accepts: accepts ?? [] }));
      return false;
    });
    if (max !== undefined && placed.length > max) {
      findings.push(finding('cast/slot-full', { name, max, count: placed.length }));
    }
    const pieces = placed.slice(0, max).flatMap((one) => {
      if ('markup' in one) return [closedMarkup(one.markup)];
      const cast = setting.castOf(one);
      if (!cast) {
        findings.push(finding('cast/no-mould', { name, mould: nameIn(one) }));
        return [];
      }
      inner.push(cast);
      findings.push(...cast.findings);
      return [placedMarkup(cast)];
    });
    return pieces.length === 0 ? [] : [{ name, inherits, content: pieces.join('\n') }];
  });
  const boxes = filled.map(({ name, inherits, content }) => {
    const marks = `data-slot="${name}"${inherits ? ' data-inherits' : ''}`;
    const slot = sealed ? ` slot="${name}"` : '';
    return `<div ${marks}${slot} style="display: contents !important">\n${content}\n</div>`;
  });
  const inTemplate = filled.map(({ name }, at) => [
    name,
    sealed ? `<slot name="${name}"></slot>` : (boxes[at] as string),
  ]);
  return {
    markup: Object.fromEntries(inTemplate),
    light: sealed ? boxes.join('\n') : '',
    ...{ inner, findings },
    areToBeStyled: filled.some((one) => !one.inherits),
  };
}

function nameIn({ mould = '' }: CastFile): string {
  return mould.split('/').at(-1) ?? '';
}
