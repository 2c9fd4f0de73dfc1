import fc from 'fast-check';
/**
 * The one place where generated tests get their seed and their size: fixed and small in `npm test`, the day's and large
 * in `npm run laws`.
 */
const SEED = Number(process.env['KERABAT_SEED'] ?? 20_261_129);
/** How many times as many cases as in `npm test`. */
const TIMES = Number(process.env['KERABAT_RUNS'] ?? 1);
fc.configureGlobal({ seed: SEED });
/** So many generated cases: `usual` of them in a large run, a third in `npm test`. */
export const runs = (usual) => Math.max(1, Math.round((usual / 3) * TIMES));
//# sourceMappingURL=seeds.js.map