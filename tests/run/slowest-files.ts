import { relative } from 'node:path';
import type { Reporter, TestModule } from 'vitest/node';

/** Prints the ten test files that took longest, when all have run. */
export class SlowestFiles implements Reporter {
  onTestRunEnd(modules: readonly TestModule[]): void {
    if (modules.length < 10) return;
    const took = modules.map((one) => {
      const { duration, collectDuration, setupDuration } = one.diagnostic();
      const file = relative(process.cwd(), one.moduleId);
      return { file, seconds: (duration + collectDuration + setupDuration) / 1000 };
    });
    const slowest = took.sort((a, b) => b.seconds - a.seconds).slice(0, 10);
    const lines = slowest.map(
      ({ file, seconds }) => `${seconds.toFixed(1).padStart(7)} s  ${file}`,
    );
    console.log(`\n The ten slowest files:\n${lines.join('\n')}\n`);
  }
}
