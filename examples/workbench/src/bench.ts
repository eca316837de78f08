import { get, set } from 'idb-keyval';
import type { JsonObject, Mould, SnippetPiece } from 'keen-mould';
import { firstScreen, nothing, type Screen, type Work } from './state.ts';

/** Changes of one kind within so many ms are one step of undo. */
const together = 900;

/** The work, its past and what is on the screen; listeners are notified of each change. */
export class Bench {
  work: Work = nothing;
  screen: Screen = firstScreen;
  private past: Work[] = [];
  private future: Work[] = [];
  private last = { kind: '', at: 0 };
  private readonly draw: () => void;
  private saving: Promise<void> = Promise.resolve();
  private unsaved = 0;
  /** True while something was typed that has not been taken yet. */
  isTyping = false;

  constructor(draw: () => void) {
    this.draw = draw;
  }

  /** Brings back what an earlier visit left. */
  async recall(): Promise<void> {
    const kept = await get<{ work: Work; screen: Partial<Screen> }>('bench').catch(() => undefined);
    if (!kept) return;
    this.work = { ...nothing, ...kept.work };
    this.screen = { ...firstScreen, ...kept.screen };
  }

  /** @param kind changes of one kind that follow each other closely are undone as one */
  change(changes: Partial<Work>, kind: string, said = ''): void {
    const now = Date.now();
    const isOne = kind !== '' && this.last.kind === kind && now - this.last.at < together;
    if (!isOne) this.past = [...this.past.slice(-200), this.work];
    this.last = { kind, at: now };
    this.future = [];
    this.work = { ...this.work, ...changes };
    this.show({ said });
    this.keep();
  }

  show(changes: Partial<Screen>): void {
    this.screen = { ...this.screen, ...changes };
    this.draw();
  }

  get canUndo(): boolean {
    return this.past.length > 0;
  }

  get canRedo(): boolean {
    return this.future.length > 0;
  }

  undo(): void {
    const before = this.past.at(-1);
    if (!before) return;
    this.future = [this.work, ...this.future];
    this.past = this.past.slice(0, -1);
    this.back(before, 'Undone.');
  }

  redo(): void {
    const [next, ...others] = this.future;
    if (!next) return;
    this.past = [...this.past, this.work];
    this.future = others;
    this.back(next, 'Redone.');
  }

  private back(work: Work, said: string): void {
    this.last = { kind: '', at: 0 };
    this.work = work;
    this.show({ said, refused: [] });
    this.keep();
  }

  /** An empty bench; what was on it can be had back by undo. */
  begin(): void {
    this.change(nothing, '', 'Started empty. Use Undo to get the previous work back.');
    const { said, hasPanes, rack } = this.screen;
    this.show({ ...firstScreen, said, hasPanes, rack });
  }

  /** Begins with something else; what was there can be had back by undo. */
  open(mould: Mould, pieces: readonly SnippetPiece[], values: JsonObject, said: string): void {
    this.change({ ...nothing, mould, pieces, values }, '', said);
    this.show({ refused: [], sample: 'default' });
  }

  /** True where leaving now would lose something. */
  get isUnsaved(): boolean {
    return this.isTyping || this.unsaved > 0;
  }

  /** Keeps the work in the browser, one write after the other, so that none overtakes another. */
  keep(): void {
    const { step, hasPanes, form, isSealed } = this.screen;
    const kept = { work: this.work, screen: { step, hasPanes, form, isSealed } };
    this.unsaved += 1;
    this.saving = this.saving
      .then(() => set('bench', kept))
      .catch(() => undefined)
      .then(() => {
        this.unsaved -= 1;
      });
  }
}
