// What knows the types of CSS anywhere.
export { isOfCssType, isSelector } from '../core/model/kinds/css/css-type.ts';
