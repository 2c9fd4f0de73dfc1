/**
 * A share in words that never claim more than is known: "100 %" only for what is so to a tenth, "> 99 %" and "< 1 %"
 * for what is nearly all or nearly nothing.
 */
export const percent = (share: number): string =>
  share >= 0.9995 ? '100 %' : share >= 0.995 ? '> 99 %' : share >= 0.01 ? `${Math.round(share * 100)} %` : '< 1 %';

/** A ratio of then to now as people say it: "13 % less", "2 % more", "the same". */
export function moreOrLess(ratio: number): string {
  const change = Math.abs(ratio - 1);
  if (change < 0.0005) return 'the same';
  const words = change < 0.1 ? (change * 100).toFixed(1) : Math.round(change * 100).toString();
  return `${words} % ${ratio > 1 ? 'more' : 'less'}`;
}
