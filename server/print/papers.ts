/** The papers that a job can be printed on. */
export const PAPERS = ['slip', 'measure', 'work-card'] as const;
export type Paper = (typeof PAPERS)[number];
