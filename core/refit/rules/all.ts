// Written by prepare/registries.mjs from what the files export.
import type { Rule } from '../proposal';
import { cutSpaces } from './cut-space';
import { freeWidth } from './free-width';
import { lineLength } from './line-length';
import { placeAnew } from './place-anew';
import { scaleType } from './scale-type';
import { stack } from './stack';
import { target } from './target';
import { usualType } from './usual-type';
import { wrapRow } from './wrap-row';

export const allRules: readonly Rule[] = [
  cutSpaces,
  freeWidth,
  lineLength,
  placeAnew,
  scaleType,
  stack,
  target,
  usualType,
  wrapRow,
];
