// Scores how well fields are found, in the snippets of tests/spots/cases or in a folder like it.
import { fileURLToPath } from 'node:url';
import { bundled } from './bundled.mjs';

const { run } = await bundled('spots');
process.exitCode = run(
  process.argv.slice(2),
  fileURLToPath(new URL('../docs/spots.md', import.meta.url)),
);
