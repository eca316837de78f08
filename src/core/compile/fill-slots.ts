import { closedMarkup } from '#closed-markup';
import type { CastFile, SlotContent } from '../model/cast-file.ts';
import type { Slot } from '../model/mould.ts';
import { type Finding, finding } from '../problem/finding.ts';
import { nearestName } from '../problem/nearest-name.ts';
import type { Cast } from './cast.ts';
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
  readonly known: readonly string[];
  readonly declared: Readonly<Record<string, Slot>>;
  readonly sealed: boolean;
  /** Casts what is placed; undefined where there is no such mould. */
  readonly castOf: (file: CastFile) => Cast | undefined;
}

const nothing: FilledSlots = {
  markup: {},
  light: '',
  inner: [],
  areToBeStyled: false,
  findings: [],
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
    if (!known.includes(name)) {
      const near = nearestName(name, known);
      findings.push(finding('cast/no-slot', { name, mould: mouldName, near, known }));
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
  const boxes = filled.map(({ name, inherits, content }) =>
    boxTags(name, inherits === true, sealed).join(`\n${content}\n`),
  );
  const inTemplate = filled.map(({ name }, at) => [
    name,
    sealed ? `<slot name="${name}"></slot>` : (boxes[at] as string),
  ]);
  return {
    markup: Object.fromEntries(inTemplate),
    light: sealed ? boxes.join('\n') : '',
    inner,
    findings,
    areToBeStyled: filled.some((one) => !one.inherits),
  };
}

/** The tags of what holds the content of a slot. */
function boxTags(name: string, inherits: boolean, sealed: boolean): [open: string, close: string] {
  const marks = `data-slot="${name}"${inherits ? ' data-inherits' : ''}`;
  const slot = sealed ? ` slot="${name}"` : '';
  return [`<div ${marks}${slot} style="display: contents !important">`, '</div>'];
}

/** Stands for what is placed in a slot, until that is put in. */
export function slotMark(name: string): string {
  return `\0${name}\0`;
}

/** A cast with one of its slots open, for content that is put there by hand. */
export interface OpenedCast extends Pick<Cast, 'markup' | 'light' | 'inner' | 'fillsSlots'> {
  /** What stands in its markup or beside its shadow root, where content is to be put. */
  readonly mark: string;
}

/** Opens a slot where its mark stands; undefined where the slot is not shown. */
export function openedAt(
  marked: string,
  name: string,
  { sealed, inherits }: { readonly sealed: boolean; readonly inherits: boolean },
): OpenedCast | undefined {
  const mark = slotMark(name);
  if (!marked.includes(mark)) return undefined;
  const box = boxTags(name, inherits, sealed).join(`\n${mark}\n`);
  return {
    mark,
    inner: [],
    fillsSlots: !inherits,
    light: sealed ? box : '',
    markup: marked.replace(mark, sealed ? `<slot name="${name}"></slot>` : box),
  };
}

function nameIn({ mould = '' }: CastFile): string {
  return mould.split('/').at(-1) ?? '';
}
