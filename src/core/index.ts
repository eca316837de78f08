export { type BoundSpots, bindSpots, type Take } from './author/bind/bind-spots.ts';
export { findSpots, nearSpots } from './author/bind/find-spots.ts';
export { type RenamedField, renameField } from './author/bind/rename-field.ts';
export { type OldPaste, replaceSnippet } from './author/bind/replace-snippet.ts';
export { type Unbound, unbindField } from './author/bind/unbind-field.ts';
export {
  type CheckOptions,
  checkMould,
  type FixedMould,
  type FixOptions,
  fixMould,
} from './author/check/check-mould.ts';
export { addLibrary } from './author/hand/add-library.ts';
export { type ClearedPlace, clearPlace } from './author/hand/clear-place.ts';
export {
  type MarkedPlace,
  type Marking,
  markPlace,
  offersAt,
  type PlaceOffers,
} from './author/hand/mark-place.ts';
export { mergeFields, splitPlace } from './author/hand/merge-fields.ts';
export { setCondition } from './author/hand/set-condition.ts';
export { moveField, setKey } from './author/hand/set-key.ts';
export { findNeeds, type Needs } from './author/needs/find-needs.ts';
export {
  type ImportedSnippet,
  type ImportOptions,
  importSnippet,
} from './author/snippet/import-snippet.ts';
export { codeDialectsIn, styleDialectsIn } from './author/snippet/sheets.ts';
export type { Dropped } from './author/snippet/split-markup.ts';
export type { SnippetPiece } from './author/snippet/split-piece.ts';
export type { NearSpot, PlacePart, Spot, SpotPlace } from './author/spots/spot.ts';
export type { Tie, TiePlace } from './author/ties/tie.ts';
export type { AssetAt } from './compile/asset-addresses.ts';
export type { Cast } from './compile/cast.ts';
export type { CastOptions } from './compile/caster.ts';
export { type CompiledMould, compileMould } from './compile/compile-mould.ts';
export type { Manner } from './compile/style/manner.ts';
export {
  type ComposedPage,
  composePage,
  type PageFinding,
  type PageSetting,
  type SharedText,
} from './compose/compose-page.ts';
export { type HostPage, hostPage } from './compose/host-page.ts';
export { type PageFile, type PlacedCast, readPageFile } from './compose/page-file.ts';
export { assetsAt, assetsInline } from './deliver/assets.ts';
export { type DeliveryOptions, deliver } from './deliver/deliver.ts';
export type { Delivery, Finish, Parts, Runtime } from './deliver/delivery.ts';
export type { Kit, StyleAt } from './deliver/form.ts';
export type { FormName } from './deliver/forms.ts';
export { snippetToDelivery } from './flow.ts';
export type { CastFile } from './model/cast-file.ts';
export { defineKind, type KindDefinition } from './model/define-kind.ts';
export type { Json, JsonObject } from './model/json-source.ts';
export type { Library, Manifest, Mould } from './model/mould.ts';
export { type Sample, sampleNames, sampleOf } from './model/samples.ts';
export type { CheckedValues, ValuesCheck } from './model/values/check-values.ts';
export { checkValues, valuesSchema, valuesTypes } from './model/values/mould-values.ts';
export { inLanguage, languagesOf } from './model/words.ts';
export { compareFields, type FieldChanges } from './pack/compare-fields.ts';
export { forForm, type MouldJson, mouldFromJson, mouldToJson } from './pack/mould-json.ts';
export { packMould } from './pack/pack-mould.ts';
export { unpackMould } from './pack/unpack-mould.ts';
export { codeFrame } from './problem/code-frame.ts';
export type { Finding, Level, Place } from './problem/finding.ts';
export { Refusal } from './problem/refusal.ts';
