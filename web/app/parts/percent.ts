/** A share in words that never claim more than is known: "100 %" only for what rounds to it, "< 1 %" for the rest. */
export const percent = (share: number): string =>
  share >= 0.9995 ? '100 %' : share >= 0.01 ? `${Math.round(share * 100)} %` : '< 1 %';
