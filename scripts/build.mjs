// Builds dist/. First src/generated, which the rest is compiled with; each step has a file in build/.
import { makeApiReference } from './build/api-reference.mjs';
import { makeBundled } from './build/bundled.mjs';
import { makeCommandLine } from './build/command-line.mjs';
import { makeCssDefinitions } from './build/css-definitions.mjs';
import { makeDeclarations } from './build/declarations.mjs';
import { makeElementsManifest } from './build/elements-manifest.mjs';
import { copyEngine, makeFacts } from './build/facts.mjs';
import { makeFrame } from './build/frame.mjs';
import { makeKit } from './build/kit.mjs';
import { makeManifestErrors } from './build/manifest-errors.mjs';
import { buildInPackages } from './build/packages.mjs';
import { makeRuntime } from './build/runtime.mjs';
import { makeSchemas } from './build/schemas.mjs';
import { compileTypes } from './build/types.mjs';
import { makeUi } from './build/ui.mjs';
import { makeView } from './build/view.mjs';

await Promise.all([makeCssDefinitions(), makeRuntime(), makeFacts(), makeManifestErrors()]);
// These two hold code of the library that imports what is generated.
await Promise.all([makeFrame(), makeKit()]);
compileTypes();
await buildInPackages();
await Promise.all([makeUi(), makeView(), makeCommandLine(), makeBundled()]);
await makeSchemas();
copyEngine();
makeDeclarations();
await makeElementsManifest();
makeApiReference();
