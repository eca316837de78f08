import { pathOf, type Steps } from '../../core/form/place.ts';
import type { FileAsked } from './form-events.ts';
import type { FormHost } from './form-host.ts';

/** Asks whoever embeds the form for the address of a file, and gives that to its field. */
export function takeFile(
  host: FormHost,
  file: File,
  steps: Steps,
  ask: (asked: FileAsked) => void,
): void {
  const path = pathOf(steps);
  const { words } = host;
  const say = (text: string) => {
    host.taken.set(path, text);
    host.requestUpdate();
  };
  let answered: Promise<string> | undefined;
  const answer = (address: string | Promise<string>) => {
    answered = Promise.resolve(address);
  };
  ask({ file, path, answer });
  say(answered ? words.taking : words.noTaker);
  answered?.then(
    (src) => {
      say('');
      host.form.pause();
      host.change(path, ({ form }) => form.set(steps, { src }, host.widthAt(steps)));
    },
    (error: unknown) => say(words.notTaken(error instanceof Error ? error.message : String(error))),
  );
}
