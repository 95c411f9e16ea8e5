// Written by prepare/registries.mjs from what the files export.
import type { Check } from '../check';
import { buried } from './buried';
import { captionPlace } from './caption-place';
import { columnTracks } from './column-tracks';
import { deadLinks } from './dead-links';
import { described } from './described';
import { fixedWidth } from './fixed-width';
import { headingOrder } from './heading-order';
import { idleValues } from './idle-values';
import { inNoMenu } from './in-no-menu';
import { labelInName } from './label-in-name';
import { lineBreak } from './line-break';
import { linkInLink } from './link-in-link';
import { listItems } from './list-items';
import { missingAlt } from './missing-alt';
import { narrowBackdrop } from './narrow-backdrop';
import { nearlyToken } from './nearly-token';
import { withoutEffect } from './no-effect';
import { outOfReach } from './out-of-reach';
import { pictureSize } from './picture-size';
import { pictureWeight } from './picture-weight';
import { placeholders } from './placeholders';
import { readingOrder } from './reading-order';
import { smallText } from './small-text';
import { stickyTrouble } from './sticky-trouble';
import { sweptFaults } from './swept';
import { targetSize } from './target-size';
import { textContrast } from './text-contrast';

export const allChecks: readonly Check[] = [
  buried,
  captionPlace,
  columnTracks,
  deadLinks,
  described,
  fixedWidth,
  headingOrder,
  idleValues,
  inNoMenu,
  labelInName,
  lineBreak,
  linkInLink,
  listItems,
  missingAlt,
  narrowBackdrop,
  nearlyToken,
  withoutEffect,
  outOfReach,
  pictureSize,
  pictureWeight,
  placeholders,
  readingOrder,
  smallText,
  stickyTrouble,
  sweptFaults,
  targetSize,
  textContrast,
];
