import type { FitView } from "../api/client";

type Fit = Pick<FitView, "feel" | "chance" | "forecast">;

/** Whether all a fit should do is stay open: its two sides are printed together. */
const together = (fit: Pick<FitView, "feel">) => fit.feel === "print-in-place";

/** The likeliest feel of a fit, or how sure its gap is to stay open where that is all it should:
 * what the desk says of it, in two words. */
export function likelyOf(fit: Fit): { share: number; words: string; asAsked: boolean } | null {
  if (!fit.forecast) return null;
  if (together(fit)) return { share: fit.chance ?? 0, words: "stays open", asAsked: true };
  const [words, share] = Object.entries(fit.forecast.chances).reduce((a, b) =>
    b[1] > a[1] ? b : a,
  );
  return { share, words, asAsked: words === fit.feel };
}

/** What a fit is hoped to do, as in "85 % sure to come out slide". */
export const hopedOf = (fit: Pick<FitView, "feel">): string =>
  together(fit) ? "stay open" : `come out ${fit.feel}`;
