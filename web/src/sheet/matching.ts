/**
 * How well something answers a search; 0 is not at all. Every word typed must begin a word of it,
 * one wrong letter forgiven in words of five letters and more. What is found by its own search
 * words as a whole comes first, then by its title, then by a word of either.
 */
export function matching(title: string, search: string, keywords: string[] = []): number {
  const wanted = wordsOf(search);
  if (!wanted.length) return 1;
  const own = wordsOf(title);
  const phrases = keywords.map((one) => wordsOf(one));
  if (phrases.some((phrase) => same(phrase, wanted))) return 4;
  if (same(own, wanted)) return 5;
  const other = phrases.flat();
  let score = 1;
  for (const word of wanted) {
    if (own.some((one) => one === word)) score *= 1.2;
    else if (own.some((one) => one.startsWith(word))) continue;
    else if (other.some((one) => one === word)) score *= 0.9;
    else if (other.some((one) => one.startsWith(word))) score *= 0.8;
    else if ([...own, ...other].some((one) => oneOff(one, word))) score *= 0.4;
    else return 0;
  }
  return score;
}

const wordsOf = (text: string) =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/** The same words in any order. */
const same = (a: string[], b: string[]) =>
  a.length === b.length && [...a].sort().join(" ") === [...b].sort().join(" ");

/** Whether two words of five letters and more differ by one letter changed, missing or too many. */
export function oneOff(a: string, b: string): boolean {
  if (Math.min(a.length, b.length) < 4 || Math.max(a.length, b.length) < 5) return false;
  if (Math.abs(a.length - b.length) > 1) return false;
  let at = 0;
  while (at < a.length && a[at] === b[at]) at++;
  const rest = (text: string, skip: number) => text.slice(at + skip);
  return (
    rest(a, 1) === rest(b, 1) ||
    rest(a, 1) === rest(b, 0) ||
    rest(a, 0) === rest(b, 1) ||
    // two letters the wrong way round
    (a[at] === b[at + 1] && a[at + 1] === b[at] && rest(a, 2) === rest(b, 2))
  );
}
