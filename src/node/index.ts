export { findBrowser } from './browser/find-browser.ts';
export { type FinishOptions, loadFinish } from './files/finish.ts';
export {
  type MouldRead,
  readMould,
  readOldPaste,
  rewriteMould,
  writeMould,
} from './files/mould-folder.ts';
export { buildPages } from './pages/build-pages.ts';
export type { BuiltPage, PagesBuilt, PagesOptions } from './pages/pages-options.ts';
export { type Preview, type PreviewOptions, startPreview } from './preview/start-preview.ts';
export type { Change } from './proof/against.ts';
export type { FailedRequest } from './proof/answer.ts';
export {
  type Proof,
  type ProofOptions,
  type ProofStep,
  type ProofSubject,
  proof,
} from './proof/proof.ts';
export type { Shot } from './proof/shot.ts';
export { openRack, type Rack, type RackEntry, type RackList } from './rack/rack.ts';
export { usualRack } from './rack/usual-rack.ts';
export {
  startWorkers,
  type WorkerLimits,
  type Workers,
  type WorkersOptions,
} from './workers/start-workers.ts';
