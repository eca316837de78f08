import { relative } from 'node:path';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/**
 * Files that take longest, longest first: whatever begins last should be short, so that no worker
 * waits for the other. `npm test` prints the slowest at its end; keep this list like that one.
 */
const slow = [
  'tests/browser/isolation.test.ts',
  'tests/browser/isolation-second.test.ts',
  'tests/apps/workbench.test.ts',
  'tests/cli/commands.test.ts',
  'tests/browser/element.test.ts',
  'tests/core/module.test.ts',
  'tests/browser/snippets.test.ts',
  'tests/browser/proof.test.ts',
  'tests/browser/settings.test.ts',
  'tests/laws/package.test.ts',
  'tests/browser/planted.test.ts',
  'tests/browser/preview.test.ts',
  'tests/browser/attacks.test.ts',
  'tests/cli/tough.test.ts',
  'tests/apps/museum-site.test.ts',
  'tests/cli/proof.test.ts',
  'tests/cli/how-to.test.ts',
  'tests/laws/sizes.test.ts',
  'tests/core/tough.test.ts',
  'tests/browser/forms.test.ts',
];

/** Runs the files of that list first, all others as Vitest would. */
export class SlowFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification) => {
      const at = slow.indexOf(relative(process.cwd(), moduleId).replaceAll('\\', '/'));
      return at < 0 ? slow.length : at;
    };
    return (await super.sort(files)).sort((a, b) => rank(a) - rank(b));
  }
}
