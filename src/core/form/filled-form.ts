import { type Field, fieldsBelow } from '../model/field.ts';
import { type Json, type JsonObject, parseJson } from '../model/json-source.ts';
import type { Mould } from '../model/mould.ts';
import { readFields } from '../model/read-fields.ts';
import { checkAgainst, type ValuesCheck } from '../model/values/check-values.ts';
import { underTodaysNames } from '../model/values/earlier-names.ts';
import { changedPaths, defaultAt, differsFrom } from './differences.ts';
import { countBelow, problemsByPath } from './form-problems.ts';
import {
  type FormValues,
  keyOf,
  rowsOf,
  withoutRow,
  withoutValue,
  withRow,
  withRowMoved,
  withRowTwice,
  withValue,
  withValueBelow,
} from './form-values.ts';
import { beginHistory, goBack, goForth, goOn, type History, pause } from './history.ts';
import { idleMembers } from './idle-members.ts';
import { fieldAt, isRowNumber, pathOf, type Steps, valueAt } from './place.ts';
import { rowCaption } from './row-caption.ts';
import { type Section, sectionsOf } from './sections.ts';
import { isShown } from './shown-when.ts';

/** The settings of a mould being filled in: the values, all that follows from them, and undo. */
export class FilledForm {
  /** The name of the widget; '' for none. */
  readonly title: string;
  readonly root: Field;
  readonly sections: readonly Section[];
  /** Of the values as they are now. */
  check: ValuesCheck;
  private readonly idle: ReadonlySet<string>;
  private history: History<FormValues>;

  constructor(mould: Mould, values: FormValues = { values: {}, below: {} }) {
    const { manifest, manifestText } = mould;
    this.root = readFields(manifest.fields, parseJson('mould.json', manifestText)).root;
    this.title = manifest.title ?? '';
    this.sections = sectionsOf(this.root, manifest);
    this.idle = idleMembers(this.root, mould);
    this.history = beginHistory(this.renamed(values));
    this.check = this.checked();
  }

  get now(): FormValues {
    return this.history.now;
  }

  get canGoBack(): boolean {
    return this.history.past.length > 0;
  }

  get canGoForth(): boolean {
    return this.history.future.length > 0;
  }

  /** Begins anew with other values; there is nothing to undo then. */
  begin(values: FormValues): void {
    this.history = beginHistory(this.renamed(values));
    this.check = this.checked();
  }

  /**
   * Gives one value, under a width in px or for all; undefined puts back the default. Giving the
   * same field one value after the other is one step of undo, until `pause`.
   */
  set(steps: Steps, value: Json | undefined, width?: string): void {
    const { values, below } = this.now;
    const path = pathOf(steps);
    if (width !== undefined) {
      const under = withValueBelow(this.filled, below, width, steps, value);
      this.goOn({ values, below: under }, `${path} ${width}`);
    } else if (value === undefined) this.goOn(this.without(steps));
    else this.goOn({ values: withValue(this.filled, values, steps, value), below }, path);
  }

  /** Puts all values back to their defaults. */
  resetAll(): void {
    this.goOn({ values: {}, below: {} });
  }

  /** Adds a row at the end of a list; says where it is, counted from 0. */
  addRow(list: Steps, shape?: string): number {
    const { values, at } = withRow(this.filled, this.now.values, list, shape);
    this.goOn({ ...this.now, values });
    return at;
  }

  removeRow(list: Steps, at: number): void {
    this.goOn({ ...this.now, values: withoutRow(this.filled, this.now.values, list, at) });
  }

  duplicateRow(list: Steps, at: number): void {
    this.goOn({ ...this.now, values: withRowTwice(this.filled, this.now.values, list, at) });
  }

  moveRow(list: Steps, from: number, to: number): void {
    this.goOn({ ...this.now, values: withRowMoved(this.filled, this.now.values, list, from, to) });
  }

  undo(): void {
    this.history = goBack(this.history);
    this.check = this.checked();
  }

  redo(): void {
    this.history = goForth(this.history);
    this.check = this.checked();
  }

  /** Makes the next change a step of its own to undo. */
  pause(): void {
    this.history = pause(this.history);
  }

  /** A value as a control shows it: as given, though it may be wrong; else what it is by default. */
  shown(field: Field, steps: Steps, width?: string): Json {
    const { values, below } = this.now;
    const own = valueAt(width === undefined ? values : below[width], steps);
    if (own !== undefined && field.members.length === 0 && !field.row) return own;
    return this.complete(steps, width);
  }

  /** The complete value; under a width in px what rules just below it. */
  complete(steps: Steps, width?: string): Json {
    if (width !== undefined) {
      const ruling = this.rulesAt(steps).find((one) => Number(one.width) >= Number(width));
      if (ruling) return ruling.value;
    }
    return valueAt(this.filled.complete, steps) ?? null;
  }

  /** The values of a field under widths in px, the narrowest first. */
  rulesAt(steps: Steps): { readonly width: string; readonly value: Json }[] {
    return Object.keys(this.check.below)
      .sort((a, b) => Number(a) - Number(b))
      .flatMap((width) => {
        const value = valueAt(this.check.below[width], steps);
        return value === undefined ? [] : [{ width, value }];
      });
  }

  /** True where a width has been given a value of its own. */
  isGivenBelow(steps: Steps, width: string): boolean {
    return valueAt(this.now.below[width], steps) !== undefined;
  }

  /** True where a value, or with a width that under it, is not what it is by default. */
  isChanged(steps: Steps, width?: string): boolean {
    if (width !== undefined) return this.isGivenBelow(steps, width);
    const { root, complete } = this.filled;
    return (
      differsFrom(defaultAt(root, complete, steps), valueAt(complete, steps)) ||
      // What is wrong is not in the complete values, and was entered all the same.
      countBelow(problemsByPath(this.check.findings), pathOf(steps)) > 0 ||
      Object.keys(this.now.below).some((one) => this.isGivenBelow(steps, one))
    );
  }

  /** The paths of all settings that are not what they are by default. */
  changedPaths(): string[] {
    const differing = changedPaths(this.root, this.filled.complete, this.now.below);
    const wrong = [...problemsByPath(this.check.findings).keys()].map((path) =>
      this.settingOf(path),
    );
    return [...new Set([...differing, ...wrong])];
  }

  /** The path of the setting that a value belongs to: a list is one, a group is its members. */
  private settingOf(path: string): string {
    const steps = path.split('.');
    const length = steps.findIndex(
      (_, at) => !fieldAt(this.root, steps.slice(0, at + 1))?.kind.isGroup,
    );
    return pathOf(steps.slice(0, length + 1));
  }

  /** The words a row is known by; '' where it has none. */
  captionAt(list: Steps, at: number): string {
    const field = fieldAt(this.root, list) as Field;
    return rowCaption(field, valueAt(this.filled.complete, [...list, String(at)]) ?? null);
  }

  rowCount(list: Steps): number {
    return this.rowsAt(list).length;
  }

  /**
   * What a row is known by, however often it is changed or moved: the keys of the rows that the
   * steps lead through. An untouched list has those it gets with its first change.
   */
  rowKey(steps: Steps): string {
    return steps
      .map((step, at) => {
        const list = steps.slice(0, at);
        if (!isRowNumber(fieldAt(this.root, list), step)) return step;
        return keyOf(this.rowsAt(list)[Number(step)]) ?? `at ${step}`;
      })
      .join('.');
  }

  /** True where a field is to be shown: its condition holds, and the mould makes use of it. */
  isShown(field: Field, steps: Steps): boolean {
    return !this.idle.has(field.path) && isShown(this.root, this.complete([]), field, steps);
  }

  private rowsAt(list: Steps): readonly Json[] {
    const field = fieldAt(this.root, list) as Field;
    return rowsOf(field, valueAt(this.now.values, list), this.complete(list));
  }

  private get filled() {
    return { root: this.root, complete: this.check.values as unknown as Json };
  }

  private goOn(now: FormValues, changed?: string): void {
    this.history = goOn(this.history, now, changed);
    this.check = this.checked();
  }

  private checked(): ValuesCheck {
    return checkAgainst(this.root, this.now.values, { below: this.now.below });
  }

  private renamed({ values, below }: FormValues): FormValues {
    const mayBeOld = fieldsBelow(this.root).some(({ wasNamed }) => wasNamed.length > 0);
    return { below, values: mayBeOld ? underTodaysNames(this.root, values).values : values };
  }

  private without(steps: Steps): FormValues {
    const { root, complete } = this.filled;
    const { values, below } = this.now;
    const inRow = steps.some((step) => /^\d+$/.test(step));
    let left: JsonObject = below;
    for (const width of Object.keys(below)) {
      left = withValueBelow({ root }, left, width, steps, undefined);
    }
    return {
      below: left,
      values: inRow
        ? withValue(this.filled, values, steps, defaultAt(root, complete, steps))
        : withoutValue(values, steps),
    };
  }
}
