// What knows the types of CSS anywhere.
export { isSelector } from '../core/model/kinds/css/css-selector.ts';
export { isOfCssType } from '../core/model/kinds/css/css-type.ts';
