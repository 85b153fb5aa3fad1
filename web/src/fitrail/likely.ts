import type { FitView } from "../api/client";

/** The likeliest feel of a fit, or how sure its gap is to stay open where that is all it should:
 * what the desk says of it, in two words. */
export function likelyOf(
  fit: Pick<FitView, "feel" | "chance" | "forecast">,
): { share: number; words: string; asAsked: boolean } | null {
  if (!fit.forecast) return null;
  if (fit.feel === "print-in-place")
    return { share: fit.chance ?? 0, words: "stays open", asAsked: true };
  const [words, share] = Object.entries(fit.forecast.chances).reduce((a, b) =>
    b[1] > a[1] ? b : a,
  );
  return { share, words, asAsked: words === fit.feel };
}
