import { type AtWidth, findTurns, type Turn } from '../../core/preview/sweep.ts';
import type { Beginning } from './beginning.ts';
import type { FrameFacts, FromFrame } from './messages.ts';
import { PreviewFrame } from './preview-frame.ts';
import { type Sweep, sweepRange } from './width-bar.ts';
import type { PreviewWords } from './words/en.ts';

/** How long a page may take to answer, in ms. */
const answerMs = 10_000;

/** What a sweep is made in. */
interface SweepSetting {
  readonly words: PreviewWords;
  /** Where its frame stands. */
  readonly probes: Element | null;
  /** The address of the hosted frame page; or ''. */
  readonly page: string;
}

/** The look at all widths that a preview takes when it is asked to. */
export class WidthSweep {
  state: Sweep = { is: 'none' };
  private turn = 0;
  private readonly changed: () => void;

  constructor(changed: () => void) {
    this.changed = changed;
  }

  /** Ends it, and forgets what was found: the page is another. */
  forget(): void {
    this.turn += 1;
    this.state = { is: 'none' };
  }

  /** Ends it because somebody says so. */
  stop(): void {
    this.forget();
    this.changed();
  }

  async start(begin: Beginning, { words, probes, page }: SweepSetting): Promise<void> {
    this.turn += 1;
    const { turn } = this;
    const show = (state: Sweep) => {
      if (turn !== this.turn) return;
      this.state = state;
      this.changed();
    };
    const put = (element: HTMLElement) => {
      probes?.append(element);
      return () => element.remove();
    };
    show({ is: 'running', share: 0 });
    try {
      const told = (share: number) => {
        if (turn !== this.turn) throw new Error('The sweep was ended.');
        show({ is: 'running', share });
      };
      show({ is: 'done', turns: await sweepWidths(begin, { words, page, put, told }) });
    } catch (error) {
      show({ is: 'failed', why: error instanceof Error ? error.message : String(error) });
    }
  }
}

/**
 * Looks at a page at all widths, in a frame of its own that nobody sees.
 *
 * @param put places the frame in the page; what it returns takes it out again
 * @throws {Error} where the page does not answer
 */
async function sweepWidths(
  begin: Beginning,
  {
    words,
    page,
    put,
    told,
  }: Pick<SweepSetting, 'words' | 'page'> & {
    readonly put: (element: HTMLElement) => () => void;
    readonly told: (share: number) => void;
  },
): Promise<Turn[]> {
  let heard: (message: FromFrame) => void = () => {};
  const answerTo = (say: FromFrame['say'], ask: () => void) =>
    new Promise<FromFrame>((resolve, reject) => {
      const timer = setTimeout(() => reject(new Error(words.stuck)), answerMs);
      heard = (message) => {
        if (message.say !== say) return;
        clearTimeout(timer);
        resolve(message);
      };
      ask();
    });
  const frame = new PreviewFrame(
    { title: words.sweepFrame, reached: begin.reached, page },
    { changed: () => {}, heard: (message) => heard(message), emptied: () => {} },
  );
  const { element } = frame;
  element.tabIndex = -1;
  element.setAttribute('aria-hidden', 'true');
  element.className = 'probe';
  element.style.width = `${sweepRange.least}px`;
  const takeOut = put(element);
  try {
    await answerTo('shown', () => frame.begin(begin));
    const at = async (width: number): Promise<AtWidth> => {
      element.style.width = `${width}px`;
      const answer = await answerTo('measured', () => frame.send({ do: 'measure', width }));
      return answer.say === 'measured'
        ? { layout: answer.layout, faults: faultsIn(answer.facts, words) }
        : { layout: '', faults: [] };
    };
    return await findTurns(at, sweepRange, told);
  } finally {
    frame.destroy();
    takeOut();
  }
}

/** What keeps text or a box from being seen; each as one text, however far it sticks out. */
function faultsIn(facts: FrameFacts, words: PreviewWords): string[] {
  const names = (['overflow', 'clipped', 'overlapping'] as const).flatMap((name) =>
    facts[name].map(({ element }) => words.fault(words.facts[name].title, element)),
  );
  return [...new Set(names)];
}
