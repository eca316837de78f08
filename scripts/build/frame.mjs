// The code that runs in each frame of a preview.
import { bundle } from './bundle.mjs';
import { root, writeGenerated } from './root.mjs';

/** Writes src/generated/frame.ts. */
export async function makeFrame() {
  const folder = 'src/elements/preview/frame';
  const text = await bundle({
    stdin: {
      contents: "import { startFrame } from './client.ts'; startFrame();",
      resolveDir: `${root}${folder}`,
    },
  });
  writeGenerated(
    'frame',
    folder,
    `
/** The code that runs in each frame of a preview, before anything pasted does. */
export const frameText = ${JSON.stringify(text)};
`,
  );
}
