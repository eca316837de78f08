export * from './form.ts';
export * from './preview.ts';
