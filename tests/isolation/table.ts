import type { Measured } from './measure.ts';

/** The results as a table in Markdown, with a line of sums for each manner. */
export function table(measured: readonly Measured[]): string {
  const rows = [...measured].sort(
    (a, b) => a.name.localeCompare(b.name) || a.manner.localeCompare(b.manner),
  );
  const mark = (is: boolean) => (is ? 'same' : '**differs**');
  const lines = rows.map(({ name, manner, acts, look, behaviour, threefold, hosts, leaks }) =>
    [
      name,
      manner,
      mark(look),
      acts ? mark(behaviour) : `${mark(behaviour)} (nothing moves)`,
      mark(threefold),
      `${hosts[0]} of ${hosts[1]}`,
      leaks,
    ].join(' | '),
  );
  const sums = [...new Set(rows.map(({ manner }) => manner))].map((manner) => {
    const of = rows.filter((one) => one.manner === manner);
    const part = (is: (one: Measured) => boolean) => {
      const count = of.filter(is).length;
      return `${count} of ${of.length} (${Math.round((count / Math.max(1, of.length)) * 100)} %)`;
    };
    const inHosts = of.reduce((sum, one) => sum + one.hosts[0], 0);
    const allHosts = of.reduce((sum, one) => sum + one.hosts[1], 0);
    const leaks = of.reduce((sum, one) => sum + one.leaks, 0);
    return [
      'all',
      manner,
      part((one) => one.look),
      part((one) => one.look && one.behaviour),
      part((one) => one.look && one.behaviour && one.threefold),
      `${inHosts} of ${allHosts}`,
      leaks,
    ].join(' | ');
  });
  const head = [
    'snippet',
    'kept',
    'look',
    'behaviour',
    'threefold',
    'as in an empty page',
    'host elements changed',
  ].join(' | ');
  return [head, '--- | --- | --- | --- | --- | --- | ---', ...lines, ...sums]
    .map((one) => `| ${one} |`)
    .join('\n');
}
