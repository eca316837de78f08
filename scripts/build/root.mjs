import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/** The folder of the repository, with a slash at its end. */
export const root = fileURLToPath(new URL('../..', import.meta.url));

/**
 * Writes a module of `src/generated`, unless it says the same already: what is not touched is not
 * compiled again.
 *
 * @param name the name of its file without `.ts`
 * @param from what it is made from, for whoever opens it
 * @param by the name of what makes it, where that makes more
 */
export function writeGenerated(name, from, text, by = name) {
  const folder = `${root}src/generated`;
  const path = `${folder}/${name}.ts`;
  const full = `// Made by scripts/build/${by}.mjs from ${from}. Not kept in Git.\n${text}`;
  mkdirSync(folder, { recursive: true });
  let before;
  try {
    before = readFileSync(path, 'utf8');
  } catch {
    // The first time there is none.
  }
  if (full !== before) writeFileSync(path, full);
}
