import * as z from 'zod';
import { Identifier } from '../document/identifier';
import { LinkKey, LinkPass } from './preview-links';

/** So long may what somebody says be, and what they call themselves. */
const Words = z.string().trim().min(1, 'Write something first.').max(4000, 'A remark has at most 4,000 letters.');
const By = z.string().trim().min(1, 'Say who you are.').max(80, 'A name has at most 80 letters.');
/** Named by whoever says it, so that what is sent twice is stored once. */
const OwnId = z.string().regex(/^[A-Za-z0-9_-]{10,40}$/);
/** A part as the page shows it: its id, behind that of the reference it is shown by. */
const SeenPart = z.string().regex(/^[A-Za-z][A-Za-z0-9_-]{0,99}$/);
const share = z.number().min(0).max(1);

const Answer = z
  .object({
    id: z.string(),
    words: z.string(),
    by: z.string(),
    /** Somebody with an account on the site said it. */
    studio: z.boolean(),
    at: z.iso.datetime(),
  })
  .readonly();

/** What a client said, pinned to a part at the breakpoint it was seen at. */
export const Remark = z
  .object({
    id: z.string(),
    page: Identifier,
    part: z.string(),
    /** What the part was called then. */
    about: z.string(),
    /** Where on the part: shares of its width and height, from 0 to 1. */
    x: share,
    y: share,
    breakpoint: z.string(),
    /** How wide the page was seen, in px. */
    width: z.int().positive(),
    words: z.string(),
    by: z.string(),
    at: z.iso.datetime(),
    /** The link it was said on, where that is still there. */
    link: z.string().nullable(),
    settled: z.object({ at: z.iso.datetime(), by: z.string() }).readonly().nullable(),
    answers: z.array(Answer).readonly(),
  })
  .readonly();
export type Remark = z.infer<typeof Remark>;

/** `GET /sites/:site/remarks`, the newest first; of one page where it is named. */
export const RemarksRequest = z.object({ page: Identifier.optional() });
export const Remarks = z.object({
  /** What the site is called. */
  site: z.string(),
  mayWrite: z.boolean(),
  mayBuild: z.boolean(),
  remarks: z.array(Remark).readonly(),
  /** The titles of the pages they are on. */
  titles: z.record(z.string(), z.string()),
});
export type Remarks = z.infer<typeof Remarks>;

/** `PUT /sites/:site/remarks/:remark/answers` */
export const StudioAnswer = z.strictObject({ id: OwnId, words: Words });
export type StudioAnswer = z.infer<typeof StudioAnswer>;
/** `PATCH /sites/:site/remarks/:remark` */
export const RemarkChange = z.strictObject({ settled: z.boolean() });

const opened = { key: LinkKey, pass: LinkPass };
/** `POST /shown/remarks`: what was said on a link. */
export const ShownRequest = z.strictObject(opened);
export type ShownRequest = z.infer<typeof ShownRequest>;
export const ShownRemarks = z.object({ remarks: z.array(Remark).readonly() });
export type ShownRemarks = z.infer<typeof ShownRemarks>;

/** `PUT /shown/remarks`: says something on a link. */
export const NewRemark = z.strictObject({
  ...opened,
  ...{ id: OwnId, page: Identifier, part: SeenPart, x: share, y: share },
  width: z.int().min(1).max(10_000),
  ...{ words: Words, by: By },
});
export type NewRemark = z.infer<typeof NewRemark>;
/** `PUT /shown/answers` */
export const NewAnswer = z.strictObject({ ...opened, remark: OwnId, id: OwnId, words: Words, by: By });
export type NewAnswer = z.infer<typeof NewAnswer>;
