/** The papers that a job can be printed on. */
export const PAPERS = ['parts-list', 'measure', 'work-card'] as const;
export type Paper = (typeof PAPERS)[number];
