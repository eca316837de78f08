import { type AtWidth, findTurns, type Turn } from '../../core/preview/sweep.ts';
import { pageFactTexts } from '../../facts/fact-texts.ts';
import type { Beginning } from './frames.ts';
import type { FrameFacts, FromFrame } from './messages.ts';
import { PreviewFrame } from './preview-frame.ts';
import { type Sweep, sweepRange } from './width-bar.ts';

/** How long a page may take to answer, in ms. */
const answerMs = 10_000;

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

  async start(begin: Beginning, probes: Element | null): Promise<void> {
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
      show({ is: 'done', turns: await sweepWidths(begin, put, told) });
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
  put: (element: HTMLElement) => () => void,
  told: (share: number) => void,
): Promise<Turn[]> {
  let heard: (message: FromFrame) => void = () => {};
  const answerTo = (say: FromFrame['say'], ask: () => void) =>
    new Promise<FromFrame>((resolve, reject) => {
      const timer = setTimeout(
        () => reject(new Error('The widget is not responding. Its script may be stuck in a loop.')),
        answerMs,
      );
      heard = (message) => {
        if (message.say !== say) return;
        clearTimeout(timer);
        resolve(message);
      };
      ask();
    });
  const frame = new PreviewFrame(
    'Frame that looks at all widths',
    begin.reached,
    () => {},
    (message) => heard(message),
    () => {},
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
        ? { layout: answer.layout, faults: faultsIn(answer.facts) }
        : { layout: '', faults: [] };
    };
    return await findTurns(at, sweepRange, told);
  } finally {
    frame.destroy();
    takeOut();
  }
}

/** What keeps text or a box from being seen; each as one text, however far it sticks out. */
function faultsIn(facts: FrameFacts): string[] {
  const names = (['overflow', 'clipped', 'overlapping'] as const).flatMap((name) =>
    facts[name].map(({ element }) => `${pageFactTexts[name].title.toLowerCase()} (${element})`),
  );
  return [...new Set(names)];
}
