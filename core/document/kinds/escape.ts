const entities: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

/** Text as it may stand in HTML, in an element or in a double-quoted attribute. */
export const escapeHtml = (text: string): string =>
  /[&<>"]/.test(text) ? text.replace(/[&<>"]/g, (sign) => entities[sign]!) : text;

/** Plain text as phrasing content: line ends become `<br>`. */
export const linesToHtml = (text: string): string =>
  text.includes('\n') ? escapeHtml(text).replace(/\r?\n/g, '<br>') : escapeHtml(text);
