import { fieldAt, pathOf, type Steps } from '../../core/form/place.ts';
import type { Json } from '../../core/model/json-source.ts';
import type { FileAsked, TakenFile } from './form-events.ts';
import type { FormHost } from './form-host.ts';

/** What files each kind takes, as `accept` writes it. */
export const acceptedFiles: Readonly<Record<string, string>> = {
  image: 'image/*',
  icon: 'image/*',
  media: 'video/*,audio/*',
};

/**
 * Asks whoever embeds the form for the address of a file, and gives that to its field.
 *
 * @param file undefined where somebody is about to choose one
 * @param ask sends the question; false where the embedder has taken it over
 * @returns true where the browser may ask for a file
 */
export function takeFile(
  host: FormHost,
  file: File | undefined,
  steps: Steps,
  ask: (asked: FileAsked) => boolean,
): boolean {
  const path = pathOf(steps);
  const { words } = host;
  const say = (text: string) => {
    host.taken.set(path, text);
    host.requestUpdate();
  };
  let answered: Promise<TakenFile> | undefined;
  const answer = (taken: TakenFile | Promise<TakenFile>) => {
    answered = Promise.resolve(taken);
    void give(answered);
  };
  const give = async (promise: Promise<TakenFile>) => {
    say(words.taking);
    try {
      const taken = await promise;
      const value = typeof taken === 'string' ? { src: taken } : taken;
      if (file) host.keepFile(value.src, file);
      say('');
      host.form.pause();
      host.change(path, ({ form }) => form.set(steps, value as Json, host.widthAt(steps)));
    } catch (error) {
      say(words.notTaken(error instanceof Error ? error.message : String(error)));
    }
  };
  const kind = fieldAt(host.form.root, steps)?.kindName ?? '';
  const isLeft = ask({ file, path, kind, accept: acceptedFiles[kind] ?? '', answer });
  if (file && !answered) say(words.noTaker);
  return isLeft;
}
