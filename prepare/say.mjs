/** Ends the program with one sentence. */
export function give(sentence) {
  console.error(`\n${sentence}`);
  process.exit(1);
}

export const say = (sentence) => console.log(`· ${sentence}`);
