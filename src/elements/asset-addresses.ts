/** Types of what moulds hold, by the ending of the name. */
const types: Readonly<Record<string, string>> = {
  svg: 'image/svg+xml',
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  gif: 'image/gif',
  webp: 'image/webp',
  avif: 'image/avif',
  ico: 'image/x-icon',
  mp3: 'audio/mpeg',
  ogg: 'audio/ogg',
  wav: 'audio/wav',
  m4a: 'audio/mp4',
  mp4: 'video/mp4',
  webm: 'video/webm',
  vtt: 'text/vtt',
  css: 'text/css',
  js: 'text/javascript',
  mjs: 'text/javascript',
  json: 'application/json',
  woff: 'font/woff',
  woff2: 'font/woff2',
  ttf: 'font/ttf',
  otf: 'font/otf',
};

type Files = Readonly<Record<string, string | Uint8Array>>;

const blobs = new WeakMap<Files, ReadonlyMap<string, Blob>>();
const addresses = new WeakMap<Blob, string>();

/** The files of a mould under `assets/`, by their paths; the same files give the same ones. */
export function assetsOf(files: Files): ReadonlyMap<string, Blob> {
  const made = blobs.get(files);
  if (made) return made;
  const all = Object.entries(files)
    .filter(([path]) => path.startsWith('assets/'))
    .map(([path, content]): [string, Blob] => [path, toBlob(path, content)]);
  const fresh = new Map(all);
  blobs.set(files, fresh);
  return fresh;
}

function toBlob(path: string, content: string | Uint8Array): Blob {
  const ending = /\.(\w+)$/.exec(path)?.[1]?.toLowerCase() ?? '';
  const type = types[ending] ?? 'application/octet-stream';
  return new Blob([content as BlobPart], { type });
}

/** An address under which this page can show a file. */
export function addressOfFile(file: Blob): string {
  const address = addresses.get(file) ?? URL.createObjectURL(file);
  addresses.set(file, address);
  return address;
}

/** An address under which this page can show what a value names; a mould's own file is made one. */
export function shownAddress(files: Files, address: string): string {
  const blob = assetsOf(files).get(decoded(address));
  return blob ? addressOfFile(blob) : address;
}

/** What is no escape in an address stands for itself. */
function decoded(address: string): string {
  try {
    return decodeURI(address);
  } catch {
    return address;
  }
}
