import { confiningPolicy, type Reached } from '../../core/preview/confinement.ts';
import { frameShell } from './frame-shell.ts';
import type { FrameFacts, FrameNote, FromFrame, HiddenPart, ToFrame } from './messages.ts';
import { readFromFrame } from './read-message.ts';

/** What a frame shows and what was found in it. */
export interface FrameState {
  /** Of the part that is shown, in px. */
  readonly heightPx: number;
  /** Of the viewport, in px. */
  readonly viewportPx: number;
  readonly facts: FrameFacts | undefined;
  readonly notes: readonly FrameNote[];
  readonly isShown: boolean;
  /** True where nothing of it is to be seen. */
  readonly isBlank: boolean;
  readonly hidden: readonly HiddenPart[];
  /** True where the page around the preview lets no code run in it. */
  readonly isBlocked: boolean;
}

/** What a frame is made with. */
export interface FrameSource {
  readonly title: string;
  readonly reached: Reached;
  /** The address of the hosted frame page; '' for one that is made here. */
  readonly page: string;
}

/** What is told of a frame. */
export interface FrameListener {
  changed(): void;
  heard(message: FromFrame): void;
  /** What it showed is gone. */
  emptied(): void;
}

/** The height of a viewport whose page is no higher. */
const usualViewportPx = 800;

/** How long a page that was loaded has to begin. */
const beginMs = 2000;

/** A page may not fill the list of what was found in it. */
const mostNotes = 200;

/** How long a page has to answer whether it is there. */
const answerMs = 1000;

/** The most that a viewport grows with its page. */
const mostViewportPx = 6000;

/** A confined frame of its own viewport, and the way to the page in it. */
export class PreviewFrame {
  readonly element: HTMLIFrameElement;
  state: FrameState = {
    heightPx: 320,
    viewportPx: usualViewportPx,
    facts: undefined,
    notes: [],
    isShown: false,
    isBlank: false,
    hidden: [],
    isBlocked: false,
  };
  private readonly source: FrameSource;
  private readonly listener: FrameListener;
  private port: MessagePort | undefined;
  private waiting: Extract<ToFrame, { do: 'begin' }> | undefined;
  private isReady = false;
  private scroll: readonly [number, number] = [0, 0];
  private followed = 0;
  private asking: ReturnType<typeof setTimeout> | undefined;
  private beginning: ReturnType<typeof setTimeout> | undefined;
  private readonly onMessage = ({ source, data }: MessageEvent) => {
    if (source !== this.element.contentWindow) return;
    if (data === 'loaded') {
      this.send({ do: 'ask' });
      clearTimeout(this.asking);
      this.asking = setTimeout(() => this.left(), answerMs);
      return;
    }
    if (data !== 'ready') return;
    const wasReady = this.isReady;
    this.isReady = true;
    clearTimeout(this.beginning);
    if (this.state.isBlocked) this.update({ isBlocked: false });
    const { page, reached } = this.source;
    if (page !== '')
      this.element.contentWindow?.postMessage({ policy: confiningPolicy(reached) }, '*');
    if (this.waiting) this.begin(this.waiting);
    // An element that is put elsewhere in a page is loaded again, and what it showed is gone.
    else if (wasReady) this.listener.emptied();
  };

  constructor(source: FrameSource, listener: FrameListener) {
    this.source = source;
    this.listener = listener;
    this.element = document.createElement('iframe');
    this.element.title = source.title;
    this.element.setAttribute('sandbox', 'allow-scripts allow-forms');
    if (source.page === '') this.element.srcdoc = frameShell(source.reached);
    else this.element.src = source.page;
    this.element.addEventListener('load', () => {
      clearTimeout(this.beginning);
      if (this.isReady) return;
      this.beginning = setTimeout(() => this.update({ isBlocked: true }), beginMs);
    });
    addEventListener('message', this.onMessage);
  }

  /** True for a frame that was made in the same way, so that its policy lets it reach the same. */
  fits({ reached, page }: Omit<FrameSource, 'title'>): boolean {
    const { source } = this;
    return page === source.page && JSON.stringify(reached) === JSON.stringify(source.reached);
  }

  /** Shows a page from its beginning; what is there stays in sight until it is ready. */
  begin(message: Extract<ToFrame, { do: 'begin' }>): void {
    this.waiting = message;
    if (!this.isReady) return;
    this.waiting = undefined;
    this.port?.close();
    const { port1, port2 } = new MessageChannel();
    this.port = port1;
    this.followed = 0;
    const notes: FrameNote[] = [];
    port1.onmessage = ({ data }) => {
      const message = readFromFrame(data);
      if (message) this.hear(message, notes, port1);
    };
    this.element.contentWindow?.postMessage('begin', '*', [port2]);
    port1.postMessage({ ...message, scroll: this.scroll } satisfies ToFrame);
  }

  /** True for a frame that was given a page and cannot show it yet. */
  get isWaiting(): boolean {
    return this.waiting !== undefined;
  }

  send(message: ToFrame): void {
    if (this.waiting) return;
    if (message.do === 'restart' || message.do === 'style') this.followed = 0;
    this.port?.postMessage(message);
  }

  destroy(): void {
    removeEventListener('message', this.onMessage);
    clearTimeout(this.asking);
    clearTimeout(this.beginning);
    this.port?.close();
  }

  private hear(message: FromFrame, notes: FrameNote[], port: MessagePort): void {
    if (port !== this.port) return;
    switch (message.say) {
      case 'here':
        clearTimeout(this.asking);
        // A busy page answers late, and was there all the time.
        notes.splice(0, notes.length, ...notes.filter(({ is }) => is !== 'left'));
        this.update({ notes: [...notes] });
        return;
      case 'shown':
        this.element.contentWindow?.postMessage('swap', '*');
        this.update({ notes: [...notes], isShown: true });
        break;
      case 'size':
        this.fit(message);
        break;
      case 'facts':
        this.update({ facts: message.facts });
        break;
      case 'note':
        if (notes.length >= mostNotes) return;
        notes.push(message.note);
        if (this.state.isShown) this.update({ notes: [...notes] });
        break;
      case 'hidden':
        this.update({ hidden: message.parts, isBlank: message.isBlank });
        break;
      case 'scroll':
        this.scroll = [message.x, message.y];
        break;
      default:
    }
    this.listener.heard(message);
  }

  /** A page that does not answer any more is another. */
  private left(): void {
    this.update({ notes: [...this.state.notes, { is: 'left', text: '' }] });
  }

  private update(some: Partial<FrameState>): void {
    this.state = { ...this.state, ...some };
    this.listener.changed();
  }

  /**
   * The viewport grows and shrinks with its page, so that all of it is seen. A page that is as high
   * as its viewport and something more, however high that is, is let follow no further.
   */
  private fit({ page, cast, roomPx }: Extract<FromFrame, { say: 'size' }>): void {
    const { viewportPx } = this.state;
    const content = Math.ceil(Math.max(page, cast));
    // What stands at an edge of the viewport is seen only if all of that is.
    const needsRoom = content <= roomPx;
    const least = needsRoom ? roomPx : usualViewportPx;
    const fitting = Math.min(Math.max(content, least), mostViewportPx);
    if (fitting !== viewportPx) this.followed += 1;
    const wanted = this.followed > 4 ? viewportPx : fitting;
    const heightPx = needsRoom ? wanted : Math.min(Math.max(content, 40), wanted);
    if (wanted === viewportPx && heightPx === this.state.heightPx) return;
    this.update({ viewportPx: wanted, heightPx });
  }
}
