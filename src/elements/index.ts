export * from './form.ts';
export type { KeenMouldElements } from './jsx.ts';
export * from './preview.ts';
