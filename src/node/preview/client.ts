import type { PreviewState, ShownFinding } from './previewed-mould.ts';

/**
 * The script of the preview page. Runs inside the browser, so it stands alone: nothing outside
 * it is in reach but what the page gives as its argument.
 */
export function previewClient(first: PreviewState, address: string): void {
  const frameGapPx = 24;
  const viewportHeightPx = 800;
  const find = <E extends Element>(selector: string) => document.querySelector(selector) as E;
  const stage = find<HTMLElement>('#stage');
  const problems = find<HTMLElement>('#problems');
  const status = find<HTMLElement>('#status');
  let state = first;

  const make = (name: string, className: string, text = ''): HTMLElement => {
    const element = document.createElement(name);
    element.className = className;
    element.textContent = text;
    return element;
  };

  const scaleFor = (widths: readonly number[]): number => {
    const total = widths.reduce((sum, width) => sum + width, 0);
    const borders = 2 * widths.length;
    const room = stage.clientWidth - borders - (widths.length - 1) * frameGapPx;
    return Math.min(1, Math.max(0.25, room / total));
  };

  /** The frame is a viewport of its own height; what is shown of it ends where the cast ends. */
  const fitFrame = (figure: HTMLElement): void => {
    const frame = figure.querySelector('iframe') as HTMLIFrameElement;
    const inside = frame.contentDocument;
    const width = Number(figure.dataset.width);
    const scale = scaleFor(state.widths);
    const root = inside?.querySelector('[data-cast]');
    const page = inside?.documentElement.scrollHeight ?? viewportHeightPx;
    const bottom = root ? Math.ceil(root.getBoundingClientRect().bottom) : 0;
    const height = page > viewportHeightPx || bottom <= 0 ? page : bottom;
    frame.style.width = `${width}px`;
    frame.style.height = `${Math.max(viewportHeightPx, page)}px`;
    frame.style.transform = `scale(${scale})`;
    const stand = figure.querySelector('.stand') as HTMLElement;
    const holder = figure.querySelector('.holder') as HTMLElement;
    stand.style.width = `${width * scale + 2}px`;
    holder.style.height = `${height * scale + 2}px`;
    (figure.querySelector('.height') as HTMLElement).textContent = `${height} px high`;
  };

  const addFrame = (width: number): void => {
    const figure = make('figure', 'viewport');
    figure.dataset.width = String(width);
    const holder = make('div', 'holder');
    const stand = make('div', 'stand');
    const frame = document.createElement('iframe');
    frame.title = `${state.title} at ${width} px`;
    frame.addEventListener('load', () => {
      fitFrame(figure);
      const inside = frame.contentDocument;
      if (inside) new ResizeObserver(() => fitFrame(figure)).observe(inside.documentElement);
    });
    frame.src = `${address}cast`;
    holder.append(frame);
    stand.append(holder);
    figure.append(make('p', 'size', `${width} px`), stand, make('p', 'height measure', ''));
    stage.append(figure);
  };

  const findingRow = (one: ShownFinding): HTMLElement => {
    const item = make('li', one.level);
    const sign = { error: '✕ error', warning: '▲ warning', note: '○ note' }[one.level];
    item.append(make('p', 'level', sign), make('p', 'message', one.message));
    if (one.file) {
      const at = one.line === undefined ? '' : `:${one.line}:${one.column}`;
      item.append(make('p', 'place measure', one.file + at));
    }
    if (one.frame) item.append(make('pre', 'code', one.frame));
    if (one.mend) item.append(make('p', 'mend', one.mend));
    return item;
  };

  const showProblems = (): void => {
    const list = make('ul', 'findings');
    list.append(...state.findings.map(findingRow));
    const lines: HTMLElement[] = [];
    if (!state.isSound) {
      const said =
        state.version === 0
          ? 'This mould cannot be cast yet.'
          : 'This mould cannot be cast as saved; the frames show the last version that could.';
      lines.push(make('p', 'banner', said));
    }
    problems.replaceChildren(...lines, ...(state.findings.length > 0 ? [list] : []));
    problems.hidden = state.isSound && state.findings.length === 0;
    stage.classList.toggle('old', !state.isSound);
    stage.hidden = state.version === 0;
  };

  const showStatus = (words: string, isWell: boolean): void => {
    status.textContent = words;
    status.className = isWell ? 'well' : 'ill';
  };

  const show = (next: PreviewState): void => {
    const isOther = next.widths.join() !== state.widths.join();
    const isNew = next.version !== state.version;
    state = next;
    document.title = `${state.title} – preview`;
    find<HTMLElement>('h1').textContent = state.title;
    showProblems();
    showStatus(state.isSound ? '● follows your files' : '✕ cannot be cast', state.isSound);
    if (isOther || stage.childElementCount === 0) {
      stage.replaceChildren();
      if (state.version > 0) for (const width of state.widths) addFrame(width);
    } else if (isNew) {
      for (const frame of stage.querySelectorAll('iframe')) frame.contentWindow?.location.reload();
    }
  };

  show(first);
  addEventListener('resize', () => {
    for (const figure of stage.querySelectorAll<HTMLElement>('.viewport')) fitFrame(figure);
  });
  const events = new EventSource(`${address}events`);
  events.onmessage = ({ data }) => show(JSON.parse(data) as PreviewState);
  events.onerror = () => showStatus('✕ the preview has ended; start it again', false);
}
