import { existsSync, readFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { localFilesOf } from '../../src/node/files/snippet-folder.ts';

const packages = fileURLToPath(new URL('../../node_modules/', import.meta.url));

/** Pages by which well-made components show what they do. */
const pages = [
  'accessible-autocomplete/examples/form.html',
  'accessible-autocomplete/examples/form-single.html',
  'clipboard/demo/constructor-node.html',
  'hamburgers/dist/example.html',
  'pure-css-loader/examples/loader-clock.html',
  'spinkit/examples.html',
  'tablesort/_site/demo/index.html',
  'van11y-accessible-accordion-aria/demo/index.html',
  'van11y-accessible-hide-show-aria/demo/index.html',
  'van11y-accessible-modal-window-aria/demo/index.html',
];

it.each(pages)('the page %s has no error and no warning', (page) => {
  const path = join(packages, page);
  expect(existsSync(path)).toBe(true);
  const pieces = [{ name: basename(path), text: readFileSync(path, 'utf8') }];
  const { mould } = importSnippet(pieces, { local: localFilesOf(dirname(path)) });
  // That a sheet is loaded from elsewhere holds of such a page.
  const findings = checkMould(mould).filter(
    ({ level, code }) => level !== 'note' && code !== 'style/open-sheet',
  );
  expect(findings).toEqual([]);
});
