import type { JsonObject } from 'keen-mould';
import { html } from 'lit';
import type { Bench } from '../bench.ts';
import { fieldsOf } from '../paste.ts';

interface Asked {
  readonly file: File;
  readonly answer: (address: string | Promise<string>) => void;
}

/** The third step: the form as an editor will have it. */
export function tryView(bench: Bench) {
  const { mould, values, below } = bench.work;
  if (!mould) return html`<p class="empty">There is no form yet. Paste something first.</p>`;
  if (Object.keys(fieldsOf(mould)).length === 0) {
    return html`<p class="empty">This widget has no fields, so there is nothing to fill in.</p>
      <button class="main" @click=${() => bench.show({ step: 'fields' })}>Choose fields</button>`;
  }
  return html`<p class="soft">This is all that an editor sees. What you fill in here goes into the code you take along.</p>
    <km-form
      .mould=${mould} .values=${values} .below=${below} .pointedAt=${bench.screen.pointedAt}
      @km-change=${({
        detail,
      }: CustomEvent<{ values: JsonObject; below: JsonObject; path: string }>) =>
        bench.change({ values: detail.values, below: detail.below }, `value ${detail.path}`)}
      @km-point=${({ detail }: CustomEvent<{ path: string }>) => bench.show({ lit: detail.path })}
      @km-file=${({ detail }: CustomEvent<Asked>) => detail.answer(withFile(bench, detail.file))}
    ></km-form>`;
}

/** A file that was dropped on a field goes into the mould itself. */
async function withFile(bench: Bench, file: File): Promise<string> {
  const { mould } = bench.work;
  if (!mould) throw new Error('There is no mould to put it into.');
  const path = `assets/${file.name.replace(/[^\w.-]+/g, '-')}`;
  const bytes = new Uint8Array(await file.arrayBuffer());
  bench.change(
    { mould: { ...mould, files: { ...mould.files, [path]: bytes } } },
    '',
    `${path} came along.`,
  );
  return path;
}
