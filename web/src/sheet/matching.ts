/** How well a step answers a search: every word typed must begin some word of it; 0 is not at all. */
export function matching(title: string, search: string, keywords: string[] = []): number {
  const words = (text: string) =>
    text
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter(Boolean);
  const own = words(title);
  const other = keywords.flatMap(words);
  let score = 1;
  for (const wanted of words(search)) {
    if (own.some((word) => word.startsWith(wanted))) continue;
    if (!other.some((word) => word.startsWith(wanted))) return 0;
    score *= 0.8;
  }
  return score;
}
