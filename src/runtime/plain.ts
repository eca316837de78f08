/** What ends in a cast's suffix, without it: an id as its author wrote it. */
export function plain(suffix: string): (value: unknown) => unknown {
  return (value) =>
    suffix && `${value}`.endsWith(suffix) ? `${value}`.slice(0, -suffix.length) : value;
}
