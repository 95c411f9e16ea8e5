// Written by prepare/registries.mjs from what the files export.
import type { Kind } from './kind';
import { buttonKind } from './button-kind';
import { captionKind } from './caption-kind';
import { columnKind } from './column-kind';
import { columnsKind } from './columns-kind';
import { containerKind } from './container-kind';
import { disclosureKind } from './disclosure-kind';
import { fieldKind } from './field-kind';
import { fillKind } from './fill-kind';
import { headingKind } from './heading-kind';
import { htmlKind } from './html-kind';
import { imageKind } from './image-kind';
import { menuKind } from './menu-kind';
import { ownKind } from './own-kind';
import { pageKind } from './page-kind';
import { pageTitleKind } from './page-title-kind';
import { rowsKind } from './rows-kind';
import { sectionKind } from './section-kind';
import { sharedKind } from './shared-kind';
import { siteMenuKind } from './site-menu-kind';
import { textKind } from './text-kind';
import { videoKind } from './video-kind';

export const allKinds: readonly Kind[] = [
  buttonKind,
  captionKind,
  columnKind,
  columnsKind,
  containerKind,
  disclosureKind,
  fieldKind,
  fillKind,
  headingKind,
  htmlKind,
  imageKind,
  menuKind,
  ownKind,
  pageKind,
  pageTitleKind,
  rowsKind,
  sectionKind,
  sharedKind,
  siteMenuKind,
  textKind,
  videoKind,
];
