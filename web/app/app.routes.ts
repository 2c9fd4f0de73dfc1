import type { Route, Routes } from '@angular/router';
import { FIT_VIEWS, type FitViewName, LINE_VIEWS, type LineViewName, STAGES, type StageName } from './parts/stages';

/** How the views of Fit, of Lines and the stages themselves are loaded; which there are, their tables say. */
const FIT: Record<FitViewName, Route> = {
  joints: { loadComponent: () => import('./stages/fit/joints').then((m) => m.JointsView) },
  whole: { loadComponent: () => import('./stages/fit/whole').then((m) => m.WholeView) },
  look: { loadComponent: () => import('./stages/fit/look').then((m) => m.LookStage) },
  measure: { loadComponent: () => import('./stages/fit/measure').then((m) => m.MeasureView) },
  card: { loadComponent: () => import('./stages/fit/card').then((m) => m.CardStage) },
  close: { loadComponent: () => import('./stages/fit/close').then((m) => m.CloseView) },
  plan: { loadComponent: () => import('./stages/fit/plan').then((m) => m.PlanView) },
  rod: { loadComponent: () => import('./stages/fit/rod').then((m) => m.RodView) },
};
const LINES: Record<LineViewName, Route> = {
  ports: { loadComponent: () => import('./stages/lines/ports').then((m) => m.PortsView) },
  ways: { loadComponent: () => import('./stages/lines/ways').then((m) => m.WaysView) },
  make: { loadComponent: () => import('./stages/lines/make').then((m) => m.MakeView) },
  hose: { loadComponent: () => import('./stages/lines/hose').then((m) => m.HoseView) },
};
const views = <P extends string>(table: readonly { readonly path: P }[], loaded: Record<P, Route>): Routes => [
  { path: '', pathMatch: 'full', redirectTo: table[0]?.path ?? '' },
  ...table.map(({ path }) => ({ path, ...loaded[path] })),
];
const STAGE_VIEWS: Record<StageName, Route> = {
  ask: { loadComponent: () => import('./stages/ask/ask').then((m) => m.AskStage) },
  identify: { loadComponent: () => import('./stages/identify/identify').then((m) => m.IdentifyStage) },
  interchange: { loadComponent: () => import('./stages/interchange/interchange').then((m) => m.InterchangeStage) },
  fit: { loadComponent: () => import('./stages/fit/fit').then((m) => m.FitStage), children: views(FIT_VIEWS, FIT) },
  feel: { loadComponent: () => import('./stages/feel/feel').then((m) => m.FeelStage) },
  lines: {
    loadComponent: () => import('./stages/lines/lines').then((m) => m.LinesStage),
    children: views(LINE_VIEWS, LINES),
  },
  kit: { loadComponent: () => import('./stages/kit/kit').then((m) => m.KitStage) },
};

/** One address for each view, so that every view can be linked and found again. */
export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'jobs' },
  { path: 'jobs', title: 'Jobs · Kerabat', loadComponent: () => import('./jobs/jobs-list').then((m) => m.JobsList) },
  {
    path: 'jobs/new',
    title: 'New job · Kerabat',
    loadComponent: () => import('./jobs/new-job').then((m) => m.NewJobPage),
  },
  {
    path: 'jobs/:id',
    title: 'Job · Kerabat',
    loadComponent: () => import('./jobs/job-page').then((m) => m.JobPage),
    children: [
      { path: '', pathMatch: 'full', redirectTo: STAGES[0].path },
      ...STAGES.map(({ path }) => ({ path, ...STAGE_VIEWS[path] })),
      {
        path: 'customer',
        loadComponent: () => import('./stages/customer/customer').then((m) => m.CustomerStage),
      },
    ],
  },
  {
    path: 'numbers',
    title: 'Numbers · Kerabat',
    loadComponent: () => import('./library/numbers-page').then((m) => m.NumbersPage),
  },
  {
    path: 'numbers/:node',
    title: 'Number · Kerabat',
    loadComponent: () => import('./library/number-page').then((m) => m.NumberPage),
  },
  {
    path: 'units/:id',
    title: 'Unit · Kerabat',
    loadComponent: () => import('./library/unit-page').then((m) => m.UnitPage),
  },
  {
    path: 'kits/:id',
    title: 'Seal kit · Kerabat',
    loadComponent: () => import('./library/kit-page').then((m) => m.KitPage),
  },
  {
    path: 'tools/feel',
    title: 'Feel · Kerabat',
    loadComponent: () => import('./tools/feel-tool').then((m) => m.FeelTool),
  },
  {
    path: 'tools/thread',
    title: 'Threads · Kerabat',
    loadComponent: () => import('./tools/thread-tool').then((m) => m.ThreadTool),
  },
  {
    path: 'tools/lines',
    title: 'Lines · Kerabat',
    loadComponent: () => import('./tools/lines-tool').then((m) => m.LinesTool),
  },
  {
    path: 'tools',
    title: 'Tools · Kerabat',
    loadComponent: () => import('./tools/tools-page').then((m) => m.ToolsPage),
  },
  {
    path: 'library',
    title: 'Library · Kerabat',
    loadComponent: () => import('./library/library-page').then((m) => m.LibraryPage),
  },
  {
    path: 'library/bring-in',
    title: 'Bring in a list · Kerabat',
    loadComponent: () => import('./library/bring-in/bring-in-page').then((m) => m.BringInPage),
  },
  {
    path: 'library/audit',
    title: 'Audit · Kerabat',
    loadComponent: () => import('./library/audit/audit-page').then((m) => m.AuditPage),
  },
  {
    path: 'library/record',
    title: 'What to record next · Kerabat',
    loadComponent: () => import('./library/record/record-page').then((m) => m.RecordPage),
  },
  {
    path: 'library/advice',
    title: 'How good is the advice · Kerabat',
    loadComponent: () => import('./library/advice/advice-page').then((m) => m.AdvicePage),
  },
  {
    path: 'settings',
    title: 'Settings · Kerabat',
    loadComponent: () => import('./settings/settings-page').then((m) => m.SettingsPage),
  },
  {
    path: '**',
    title: 'Not found · Kerabat',
    loadComponent: () => import('./shell/not-found').then((m) => m.NotFound),
  },
];
