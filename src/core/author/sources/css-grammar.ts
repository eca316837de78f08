import { cssDefinitions } from '../../../generated/css-definitions.ts';
import { lexerOf } from '../../text/css-lexer.ts';
import { generate, parse, tokenize, walk } from '../../text/css-tree.ts';

/** The grammar of all of CSS. It is large, and only what reads pastes has a use for it. */
export const cssGrammar = lexerOf(cssDefinitions, { generate, parse, tokenize, walk });
