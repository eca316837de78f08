import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { root } from './root.mjs';

/** Writes the licences of the packages that a bundle holds. */
export function writeLicences(path, { inputs }, heading) {
  const folders = Object.keys(inputs).flatMap(
    (file) => /^.*node_modules\/(?:@[^/]+\/)?[^/]+/.exec(resolve(root, file))?.[0] ?? [],
  );
  const texts = [...new Set(folders)].sort().map((folder) => {
    const { name, version, license } = JSON.parse(readFileSync(`${folder}/package.json`, 'utf8'));
    const file = readdirSync(folder).find((one) => /^(?:licen[cs]e|copying)/i.test(one));
    const text = file ? readFileSync(`${folder}/${file}`, 'utf8').trim() : `Licence: ${license}`;
    return `${name} ${version}\n\n${text}\n`;
  });
  writeFileSync(path, `${heading}\n\n${texts.join(`\n${'-'.repeat(72)}\n\n`)}`);
}
