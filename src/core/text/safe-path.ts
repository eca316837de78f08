/** Names that a system keeps for itself (Windows: CON, NUL and their like). */
const reserved = /^(?:con|prn|aux|nul|com\d|lpt\d)(?:\.|$)/i;

const forbidden = /[\\:*?"<>|\0-\x1f\x7f]/;

/** Why a path is not safe on some system; undefined for one that is on all. */
function unsafePath(path: string): string | undefined {
  if (path.length > 300) return 'is too long';
  if (forbidden.test(path)) return 'contains characters that are not allowed in paths';
  if (path.startsWith('/')) return 'leads out of its folder';
  const steps = path.replace(/\/$/, '').split('/');
  if (steps.some((step) => step === '..' || step === '.' || step === '')) {
    return 'leads out of its folder';
  }
  if (steps.some((step) => reserved.test(step) || /[. ]$/.test(step))) {
    return 'is a reserved name on some systems';
  }
  return undefined;
}

/** What two paths share that are one on systems that do not tell capitals apart. */
export function pathKey(path: string): string {
  return path.toLowerCase().normalize('NFC');
}

/** The first path that is not safe, or the twin of another; with why. */
export function firstUnsafe(
  paths: readonly string[],
): { readonly path: string; readonly why: string } | undefined {
  const seen = new Set<string>();
  for (const path of paths) {
    const why = unsafePath(path) ?? (seen.has(pathKey(path)) ? 'appears twice' : undefined);
    if (why) return { path: path.slice(0, 120), why };
    seen.add(pathKey(path));
  }
  return undefined;
}

/** A file name that is safe on every system, as near to the one given as can be. */
export function safeName(name: string): string {
  const plain = name
    .replace(new RegExp(forbidden, 'g'), '-')
    .replace(/\//g, '-')
    .replace(/^\.+/, '')
    .replace(/[. ]+$/, '');
  const ending = /\.\w{1,10}$/.exec(plain)?.[0] ?? '';
  const short = plain.length > 120 ? plain.slice(0, 120 - ending.length) + ending : plain;
  if (short === '') return 'file';
  return reserved.test(short) ? `file-${short}` : short;
}
