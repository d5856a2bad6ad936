// npm run words: every text of the program with its place, to be read.
import { root } from './prepare.mjs';
import { textsBelow } from './texts.mjs';

for (const { place, text } of textsBelow(root)) console.log(`${place}\t${text}`);
