/** How long a sound or a film has to begin, in ms. */
const patienceMs = 2000;

/**
 * Waits until the sounds and films of a page are there to be seen.
 *
 * @returns true where the browser draws controls, which fade in at a pace of their own
 */
export async function mediaAtRest(): Promise<boolean> {
  const all = [...document.querySelectorAll<HTMLMediaElement>('audio, video')];
  const loading = all.filter(
    ({ currentSrc, error, preload, readyState }) =>
      currentSrc !== '' &&
      !error &&
      preload !== 'none' &&
      readyState < HTMLMediaElement.HAVE_ENOUGH_DATA,
  );
  await Promise.all(
    loading.map(
      (media) =>
        new Promise<void>((done) => {
          for (const name of ['canplaythrough', 'error', 'suspend']) {
            media.addEventListener(name, () => done(), { once: true });
          }
          setTimeout(done, patienceMs);
        }),
    ),
  );
  return all.some(({ controls }) => controls);
}
