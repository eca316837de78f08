// Times tasks in turns: a machine that grows slower or quicker on the way does so for all of them.
import { Bench } from 'tinybench';

const median = (all) => all.toSorted((a, b) => a - b)[all.length >> 1];

/**
 * Medians of how long each task takes, in ms, and as a multiple of the first; each ratio is of two
 * that ran one after the other, and the median of all rounds.
 *
 * @param tasks by name, the measure first
 * @param ms how long each may take in a round
 */
export async function inTurns(tasks, { ms = 400, rounds = 7 } = {}) {
  const names = Object.keys(tasks);
  const taken = [];
  for (let round = 0; round < rounds; round += 1) {
    const bench = new Bench({
      time: ms,
      iterations: 2,
      warmup: round === 0,
      warmupTime: ms,
      warmupIterations: 2,
    });
    for (const name of names) bench.add(name, tasks[name]);
    await bench.run();
    taken.push(bench.tasks.map(({ result }) => result.latency.p50));
  }
  return Object.fromEntries(
    names.map((name, at) => [
      name,
      {
        ms: median(taken.map((one) => one[at])),
        ratio: median(taken.map((one) => one[at] / one[0])),
      },
    ]),
  );
}
