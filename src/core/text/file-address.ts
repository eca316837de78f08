/** What a file at an address is by its ending; undefined where the ending says neither. */
export function fileKind(address: string): 'image' | 'media' | undefined {
  return endings.find(([, ending]) => ending.test(address))?.[0];
}

const endings = [
  ['image', /\.(?:svg|png|jpe?g|gif|webp|avif)(?:[?#]\S*)?$/i],
  ['media', /\.(?:mp3|wav|ogg|oga|m4a|flac|mp4|webm|mov)(?:[?#]\S*)?$/i],
] as const;
