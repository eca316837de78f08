/** How long a sound or a film has to begin, in ms. */
const patienceMs = 2000;

/** How long the controls of a browser take to come to rest once they know what they are of. */
const controlsMs = 350;

/** Waits until the sounds and films of a page are there to be seen, with their controls at rest. */
export async function mediaAtRest(): Promise<void> {
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
  if (all.some(({ controls }) => controls)) {
    await new Promise((done) => setTimeout(done, controlsMs));
  }
}
