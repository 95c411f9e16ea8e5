const entities: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

// Signs that HTML lets stand nowhere (HTML, section 13.2.3.5): controls but tab and line ends, and halves of
// surrogate pairs.

const nowhere =
  /[\u0000-\u0008\u000b\u000e-\u001f\u007f-\u009f\ufdd0-\ufdef\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;
const special = /[&<>"]/;
/** Where none of these stands, there is nothing to take out: quicker to tell than what is. */
const suspect = /[\u0000-\u0008\u000b\u000e-\u001f\u007f-\u009f\ud800-\udfff\ufdd0-\ufdef\ufffe\uffff]/;

/** Text as it may stand in HTML, in an element or in a double-quoted attribute. */
export function escapeHtml(text: string): string {
  const clean = suspect.test(text) ? text.replace(nowhere, '') : text;
  return special.test(clean) ? clean.replace(/[&<>"]/g, (sign) => entities[sign]!) : clean;
}

/** Plain text as phrasing content: line ends become `<br>`. */
export const linesToHtml = (text: string): string =>
  text.includes('\n') ? escapeHtml(text).replace(/\r?\n/g, '<br>') : escapeHtml(text);
