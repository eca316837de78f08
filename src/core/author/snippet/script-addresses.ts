import type { AssetShelf } from './local-files.ts';

/** Endings of what a script loads as data: sounds, films, pictures, fonts, models, tables. */
const loaded =
  'wav|mp3|ogg|oga|m4a|flac|mp4|webm|mov|svg|png|jpe?g|gif|webp|avif|json|geojson|csv|tsv|txt|xml|vtt|srt|woff2?|ttf|otf|glb|gltf|obj|hdr|wasm';

const literal = new RegExp(
  `(["'\`])((?:\\.{0,2}/)?[\\w@%.-][\\w@%. /-]*\\.(?:${loaded})(?:[?#][\\w=&.-]*)?)\\1`,
  'gi',
);

/** A script whose addresses of files beside the snippet lead to where those are brought along. */
export function withScriptFiles(script: string, from: string, shelf: AssetShelf): string {
  return script.replace(literal, (whole, quote: string, address: string) => {
    const place = shelf.bring(from, address);
    return place === undefined ? whole : quote + place + quote;
  });
}
