import { join } from 'node:path';
import type { Parts } from '../core/deliver/delivery.ts';
import { refuseIfThere, writeWhole } from '../node/files/write-safely.ts';

/** The file that each part is written to, and what it is called where all are printed. */
const partFiles: Readonly<Record<string, readonly [file: string, title: string]>> = {
  head: ['head.html', 'For the head'],
  html: ['spot.html', 'HTML, for where the widget goes'],
  open: ['open.html', 'Before your own content'],
  close: ['close.html', 'After your own content'],
  css: ['style.css', 'CSS'],
  js: ['script.js', 'JavaScript'],
  classic: ['classic.js', 'JavaScript that the module loads'],
  bodyEnd: ['body-end.html', 'For the end of the body'],
  types: ['types.d.ts', 'Type declarations'],
  manifest: ['custom-elements.json', 'Custom elements manifest'],
};

function eachPart(parts: Parts): [file: string, title: string, text: string][] {
  return Object.entries(partFiles).flatMap(([name, [file, title]]) => {
    const text = parts[name as keyof Parts] ?? '';
    return text === '' ? [] : [[file, title, text]];
  });
}

/** All parts one after the other, each below a line that says what it is; or the one there is. */
export function partsAsText(parts: Parts, isWhole: boolean): string {
  if (isWhole) return parts.html ?? '';
  return eachPart(parts)
    .map(([, title, text]) => `──── ${title} ────\n${text}`)
    .join('\n');
}

interface PartNames {
  readonly form: string;
  readonly style: string;
  /** The mould's. */
  readonly name: string;
  readonly replace?: boolean | undefined;
}

/** @throws Refusal when a file is there and may not be replaced */
export async function writeParts(folder: string, parts: Parts, names: PartNames): Promise<void> {
  const all = eachPart(parts).map(([file, , text]): [string, string] => [
    join(folder, fileName(file, names)),
    text,
  ]);
  if (!names.replace) {
    for (const [path] of all) await refuseIfThere(path, 'Use --replace, or choose another --out.');
  }
  for (const [path, text] of all) await writeWhole(path, text);
}

/** What is loaded by a name bears the name by which it is. */
function fileName(file: string, { form, style, name }: PartNames): string {
  const isModule = form === 'element' || form === 'module';
  if (file === 'style.css' && style === 'file') return `${name}.css`;
  if (file === 'script.js' && isModule) return `${name}.js`;
  if (file === 'classic.js') return `${name}.classic.js`;
  return file === 'types.d.ts' ? `${name}.d.ts` : file;
}
