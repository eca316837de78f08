import { keepsApart } from '../isolation/demo-snippets.ts';

keepsApart(0);
