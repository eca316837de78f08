// Measures how well casts are kept apart from their hosts: of the demo, or of a folder of pages.
import { bundled } from './bundled.mjs';

const { run } = await bundled('isolation');
process.exitCode = await run(process.argv.slice(2));
