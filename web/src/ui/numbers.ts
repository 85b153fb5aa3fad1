/** Numbers typed one after the other with blanks between, decimal comma or point. */
export const numbersIn = (text: string): number[] =>
  text
    .replaceAll(",", ".")
    .split(/[\s;]+/)
    .filter(Boolean)
    .map(Number);
