import { lookup } from '@kerabat/core/base/lookup';

/** The stages of a job in the order in which people work: routes, bar, keys, headings and the next act read this. */

/** What a stage is there for: to know, to decide, to get, to do. The bar parts them so. */
export type StageGroup = 'know' | 'decide' | 'get' | 'do';

interface StageRow {
  readonly path: string;
  readonly words: string;
  readonly group: StageGroup;
  /** What it is for, said until it has been used. */
  readonly purpose: string;
}

export const STAGES = [
  {
    path: 'ask',
    words: 'Ask',
    group: 'know',
    purpose: 'What is wrong, and what to rule out before a unit is ordered.',
  },
  {
    path: 'identify',
    words: 'Identify',
    group: 'know',
    purpose: 'What is really on the vehicle: type what you see or measure.',
  },
  {
    path: 'interchange',
    words: 'Interchange',
    group: 'decide',
    purpose: 'Which other numbers and units would do, and who says so.',
  },
  {
    path: 'fit',
    words: 'Fit',
    group: 'decide',
    purpose: 'Every joint of the new unit: type on the drawing what is missing.',
  },
  {
    path: 'feel',
    words: 'Feel',
    group: 'decide',
    purpose: 'What the change does to effort, travel, deceleration and balance.',
  },
  { path: 'lines', words: 'Lines', group: 'decide', purpose: 'Thread, seat and nut of every line that is opened.' },
  { path: 'kit', words: 'Kit', group: 'decide', purpose: 'Seal kits and the fluid that cap and seals need.' },
] as const satisfies readonly StageRow[];

export type StageName = (typeof STAGES)[number]['path'];

const ROWS = new Map<string, StageRow>(STAGES.map((row) => [row.path, row]));
/** What is said of a stage; undefined for what is none. */
export const stageRow = (path: string): StageRow | undefined => ROWS.get(path);

/** Views below a job that are no stage. */
const PAGES: Readonly<Record<string, string>> = { customer: 'For the customer' };
/** The heading of a view below a job. */
export const headingOf = (path: string): string => stageRow(path)?.words ?? lookup(PAGES, path) ?? 'Job';

/** The views of Fit, in the order of its tabs. */
export const FIT_VIEWS = [
  { path: 'joints', words: 'Joints' },
  { path: 'whole', words: 'Whole chain' },
  { path: 'look', words: 'What stays' },
  { path: 'measure', words: 'Measure' },
  { path: 'card', words: 'Work card' },
  { path: 'close', words: 'All fixes' },
  { path: 'plan', words: 'Conversion' },
  { path: 'rod', words: 'Rod' },
] as const;
export type FitViewName = (typeof FIT_VIEWS)[number]['path'];

/** The views of Lines, in the order of its tabs. */
export const LINE_VIEWS = [
  { path: 'ports', words: 'Ports' },
  { path: 'ways', words: 'From a port to its line' },
  { path: 'make', words: 'Make a line' },
  { path: 'hose', words: 'A hose' },
] as const;
export type LineViewName = (typeof LINE_VIEWS)[number]['path'];
