/** An amount of bytes as a person reads it, in units of a thousand (SI): 48 kB, 1.2 MB. */
export function bytesInWords(bytes: number): string {
  if (bytes < 1_000_000) return `${Math.max(1, Math.round(bytes / 1000))} kB`;
  return `${(bytes / 1e6).toFixed(bytes < 10_000_000 ? 1 : 0)} MB`;
}
