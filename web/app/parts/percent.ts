/**
 * A share in words that never claim more than is known: "100 %" only for what is so to a tenth, "> 99 %" and "< 1 %"
 * for what is nearly all or nearly nothing.
 */
export const percent = (share: number): string =>
  share >= 0.9995 ? '100 %' : share >= 0.995 ? '> 99 %' : share >= 0.01 ? `${Math.round(share * 100)} %` : '< 1 %';
