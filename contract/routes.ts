import { Type as T } from '@sinclair/typebox';
import * as record from './record.js';
import * as audit from './audit.js';
import * as catalogue from './catalogue.js';
import * as chain from './chain.js';
import * as conversions from './conversions.js';
import * as devices from './devices.js';
import * as feel from './feel.js';
import * as fit from './fit.js';
import * as identify from './identify.js';
import * as interchange from './interchange.js';
import * as imports from './imports.js';
import * as jobs from './jobs.js';
import * as lines from './lines.js';
import * as settings from './settings.js';
import type { RouteShape } from './route.js';
import { Added, oneOf } from './shapes.js';
import * as partsList from './parts-list.js';
import * as tools from './tools.js';

/** One text of a query; empty is as if it were not there. */
const words = T.String({ maxLength: 200 });
const monthOrNone = T.String({ pattern: '^(\\d{4}-(0[1-9]|1[0-2]))?$' });
const whole = (minimum: number, maximum: number) => T.Integer({ minimum, maximum });

/** What a decision is about. */
const SUBJECT = {
  subject:
    '"old:SLOT" (which unit is there), "unit:SLOT" (which is ordered), "kit:SLOT", "reseal:SLOT" (it stays and gets ' +
    'new seals), "at:SLOT" (where the unit is), "found:CAUSE", "fluid:SYSTEM", "fix:KEY", "override:SLOT/JOINT", ' +
    '"conversion:ID"; SLOT is a place of the job, as "brake-master".',
};

/** Every route of the server under /api/v1. The OpenAPI document is made from this list, and the typed call. */
// prettier-ignore
export const ROUTES = [
  { id: 'vehicles', method: 'get', path: '/vehicles', summary: 'Search vehicles by words and facets', query: { q: words, maker: words, series: words, built: monthOrNone, option: words, assistance: words, limit: whole(1, 500) }, answer: catalogue.VehicleSearch },
  { id: 'vehicle', method: 'get', path: '/vehicles/{id}', summary: 'One vehicle with its chain', answer: catalogue.VehicleDetail },
  { id: 'units', method: 'get', path: '/units', summary: 'Units by kind and words', query: { kind: words, q: words, limit: whole(1, 1000), offset: whole(0, 1_000_000), sort: oneOf(catalogue.UNIT_ORDERS), descending: oneOf(['true', 'false']) }, answer: catalogue.UnitList },
  { id: 'kit', method: 'get', path: '/kits/{id}', summary: 'One seal kit: contents, numbers, units, stock', answer: catalogue.KitDetail },
  { id: 'unit', method: 'get', path: '/units/{id}', summary: 'One unit with its facts and numbers', answer: catalogue.UnitDetail },
  { id: 'paired', method: 'get', path: '/units/{id}/paired', summary: 'Masters and boosters that vehicles on record have with a wheel unit', answer: catalogue.PairedUnits },
  { id: 'otherBores', method: 'get', path: '/units/{id}/other-bores', summary: 'Units of other bores that would go into its place, by their joints', answer: interchange.OtherBores },
  { id: 'interchange', method: 'get', path: '/units/{id}/interchange', summary: 'Numbers and units that would do instead', query: { depth: whole(1, 8), grade: interchange.InterchangeGrade, minTrust: T.Number({ minimum: 0, maximum: 1 }), geometry: whole(0, 100) }, answer: interchange.InterchangeAnswer },
  { id: 'interchangePaths', method: 'get', path: '/units/{id}/interchange/{node}', parts: { node: 'A number or unit as the interchange calls it: "node" of an entry.' }, summary: 'The cheapest few paths to one of them, and what came of their links', query: { count: whole(1, 5), depth: whole(1, 8) }, answer: interchange.InterchangePaths },
  { id: 'addOutcome', method: 'post', path: '/outcomes', summary: 'Record what came of acting on a link of interchange', body: interchange.NewOutcome, status: 201, answer: Added },
  { id: 'withdrawOutcome', method: 'post', path: '/outcomes/{id}/withdraw', summary: 'Withdraw an outcome; it stays on record', status: 204 },
  { id: 'numbers', method: 'get', path: '/numbers', summary: 'Find a part number in any writing', query: { q: words, limit: whole(1, 200) }, answer: catalogue.NumberSearch },
  { id: 'resolveNumbers', method: 'post', path: '/numbers/resolve', computes: true, summary: 'Find many part numbers at once', body: catalogue.ResolveRequest, answer: catalogue.ResolveAnswer },
  { id: 'find', method: 'get', path: '/find', summary: 'The quick box: a number, vehicle, thread or job', query: { q: words }, answer: catalogue.Found },
  { id: 'catalogue', method: 'get', path: '/catalogue', summary: 'What the catalogue holds and where it comes from', answer: catalogue.CatalogueSummary },
  { id: 'importTables', method: 'get', path: '/imports/tables', summary: 'What the rows of a file can be, and the columns of each', answer: imports.ImportTables },
  { id: 'sendImport', method: 'post', path: '/imports', file: ['multipart/form-data'], summary: 'Bring in a file (multipart/form-data: file, and mapping and dryRun to go on at once)', status: 202, answer: imports.ImportView, located: true },
  { id: 'import', method: 'get', path: '/imports/{id}', summary: 'How far an import is, what is in its file and what became of it', answer: imports.ImportView },
  { id: 'runImport', method: 'post', path: '/imports/{id}/run', summary: 'Carry out a mapping, or see what it would do', body: imports.ImportRun, answer: imports.ImportView, status: 202 },
  { id: 'matchImport', method: 'post', path: '/imports/{id}/match', summary: 'What the columns of a sheet are as rows of another table', body: imports.MatchRequest, answer: imports.SheetMapping, computes: true },
  { id: 'readImportAs', method: 'post', path: '/imports/{id}/look', summary: 'Read the file again in another encoding', query: { encoding: oneOf(imports.IMPORT_ENCODINGS) }, status: 202, answer: imports.ImportView },
  { id: 'cancelImport', method: 'post', path: '/imports/{id}/cancel', summary: 'Stop it: nothing of it stays', status: 204 },
  { id: 'importEvents', method: 'get', path: '/imports/{id}/events', summary: 'How far it is, as server-sent events', sends: ['text/event-stream'] },
  { id: 'importRejects', method: 'get', path: '/imports/{id}/rejects/{sheet}', summary: 'The rejected rows of a sheet with their reasons, as CSV', sends: ['text/csv'] },
  { id: 'export', method: 'get', path: '/exports/{format}', parts: { format: 'csv, xlsx, json or graphml' }, summary: 'The whole catalogue as csv (a ZIP of the import format), xlsx or json, or its interchange graph as graphml', sends: ['application/zip', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', 'application/json', 'application/graphml+xml'] },
  { id: 'audit', method: 'get', path: '/audit', summary: 'Contradictions in the catalogue, the most harmful first', answer: audit.AuditAnswer },
  { id: 'settle', method: 'post', path: '/audit/settle', summary: 'Settle a finding: put right, add a condition, mark as does-not-fit, take out, accept', body: audit.Settlement, status: 204, also: [409, 412] },
  { id: 'withdrawAcceptance', method: 'post', path: '/audit/acceptances/{id}/withdraw', summary: 'Withdraw an acceptance; it stays on record', status: 204 },
  { id: 'recordNext', method: 'get', path: '/record-next', summary: 'What to record next: what is missing in the catalogue that would save most, by trial with and without it', answer: record.RecordNext },
  { id: 'tryRecordNext', method: 'post', path: '/record-next', summary: 'Try jobs on the catalogue as it is, in a thread', answer: record.RecordNext, status: 202, computes: true },
  { id: 'recordNextCsv', method: 'get', path: '/record-next.csv', summary: 'The same as CSV, a row for each unit or vehicle', sends: ['text/csv'] },
  { id: 'trial', method: 'get', path: '/trial', summary: 'How good the advice was in the last trial', answer: record.TrialReport },
  { id: 'addLink', method: 'post', path: '/links', summary: 'A claim between two numbers or units, with its source', body: audit.NewLink, status: 201, answer: audit.AddedLink, also: [409] },
  { id: 'history', method: 'get', path: '/history', summary: 'Who changed what in the catalogue, the last first', query: { limit: whole(1, 100) }, answer: audit.History },
  { id: 'undoAct', method: 'post', path: '/history/{id}/undo', summary: 'Put everything that an act changed back to what it was', answer: audit.UndoAnswer, also: [409] },
  { id: 'demo', method: 'get', path: '/demo', summary: 'What there is of the made-up demo', answer: audit.DemoSeen },
  { id: 'bringInDemo', method: 'post', path: '/demo', summary: 'Bring the made-up demo in where nothing is yet', answer: audit.DemoSeen, status: 201, also: [409] },
  { id: 'removeDemo', method: 'delete', path: '/demo', summary: 'Remove the demo: one act, which the history can undo; its jobs go for good', answer: audit.UndoAnswer, also: [409] },
  { id: 'identify', method: 'post', path: '/identify', computes: true, summary: 'Rank the units that fit the evidence, and say what to check next', body: identify.IdentifyRequest, answer: identify.IdentifyAnswer },
  { id: 'checkChain', method: 'post', path: '/chain/check', computes: true, summary: 'A vehicle as parts and joints, edits made to it: every joint that is made or opened, what it needs, and how sure an order is', body: chain.ChainRequest, answer: chain.ChainAnswer },
  { id: 'solveChain', method: 'post', path: '/chain/solve', computes: true, summary: 'The cheapest sets of edits that close a chain', body: chain.ChainSolveRequest, answer: chain.ChainSolveAnswer },
  { id: 'conversions', method: 'get', path: '/conversions', summary: 'The table of conversions', answer: conversions.ConversionList },
  { id: 'planConversion', method: 'post', path: '/conversions/{id}/plan', computes: true, summary: 'What a conversion takes on a vehicle: roles, joints, parts, tools, steps, checks', body: conversions.PlanRequest, answer: conversions.PlanAnswer },
  { id: 'jobs', method: 'get', path: '/jobs', summary: 'Jobs by words of who asks, vehicle, unit or state, the last touched first', query: { q: words, limit: whole(1, 500) }, answer: jobs.JobList },
  { id: 'jobInput', method: 'get', path: '/jobs/{id}/input', computes: true, summary: 'Everything that a job is worked out from, to work it out elsewhere', answer: jobs.JobInput },
  { id: 'jobEvents', method: 'get', path: '/jobs/{id}/events', query: { after: T.Optional(T.Integer({ minimum: 0 })) }, summary: 'What was written to a job after an event that was seen', answer: jobs.JobEventList },
  { id: 'jobTouched', method: 'get', path: '/jobs/{id}/touched', summary: 'When a job was last changed', answer: jobs.Touched },
  { id: 'openJob', method: 'post', path: '/jobs', summary: 'Open a job', body: jobs.NewJob, answer: jobs.Job, status: 201, tagged: true, located: true },
  { id: 'job', method: 'get', path: '/jobs/{id}', summary: 'A job with everything computed for it', answer: jobs.Workspace, tagged: true },
  { id: 'changeJob', method: 'patch', path: '/jobs/{id}', summary: 'Change what was asked', body: jobs.JobChange, answer: jobs.Job, guarded: true, tagged: true },
  { id: 'addEvidence', method: 'post', path: '/jobs/{id}/evidence', summary: 'Add a piece of evidence', body: jobs.NewEvidence, status: 201, answer: Added, also: [412] },
  { id: 'addBenchLine', method: 'post', path: '/jobs/{id}/bench-line', summary: 'Add evidence as it is called across the shop', body: jobs.BenchLineRequest, status: 201, answer: jobs.BenchLineAnswer, also: [412] },
  { id: 'withdrawEvidence', method: 'post', path: '/jobs/{id}/evidence/{evidenceId}/withdraw', summary: 'Withdraw a piece of evidence; it stays on record', status: 204 },
  { id: 'addPhotograph', method: 'post', path: '/jobs/{id}/photographs', file: ['image/png', 'image/jpeg'], summary: 'Attach a photograph: the body is the PNG or JPEG itself, at most 10 MB', query: { slot: words, shows: words, evidence: words, uid: words }, status: 201, answer: Added, located: true },
  { id: 'photograph', method: 'get', path: '/jobs/{id}/photographs/{photographId}', summary: 'The photograph as it was sent', sends: ['image/png', 'image/jpeg'] },
  { id: 'markPhotograph', method: 'post', path: '/jobs/{id}/photographs/{photographId}/marks', summary: 'Mark a spot on a photograph', body: jobs.PhotographMark, status: 204 },
  { id: 'withdrawPhotograph', method: 'post', path: '/jobs/{id}/photographs/{photographId}/withdraw', summary: 'Withdraw a photograph; it stays on record', status: 204 },
  { id: 'decide', method: 'put', path: '/jobs/{id}/decisions/{subject}', parts: SUBJECT, summary: 'Decide', body: jobs.DecisionRequest, answer: jobs.Decided, guarded: true, tagged: true },
  { id: 'undecide', method: 'delete', path: '/jobs/{id}/decisions/{subject}', parts: SUBJECT, summary: 'Take a decision back', guarded: true, answer: jobs.Decided },
  { id: 'decideAll', method: 'post', path: '/jobs/{id}/decisions', summary: 'Decide several things as one act: all of them, or none', body: jobs.DecisionsRequest, answer: jobs.DecidedAll, also: [412] },
  { id: 'editPartsList', method: 'put', path: '/jobs/{id}/parts-list/{key}', parts: { key: 'The line, as the parts list calls it: "brake-master/unit".' }, summary: 'Edit a line of the parts list', body: partsList.PartsListEditRequest, guarded: true, answer: jobs.EditedLine, tagged: true },
  { id: 'addToPartsList', method: 'post', path: '/jobs/{id}/parts-list', summary: 'Add a line by hand', body: partsList.PartsListAddRequest, status: 201, answer: jobs.AddedLine },
  { id: 'solveJob', method: 'post', path: '/jobs/{id}/solve', computes: true, summary: 'The cheapest ways to close the chain of a job; the answer is application/x-ndjson, progress first. Hanging up stops it', body: fit.SolveLimits, line: fit.SolveLine, sends: ['application/x-ndjson'] },
  { id: 'measureSheet', method: 'get', path: '/jobs/{id}/measure.pdf', summary: 'What to measure before anything is ordered, with a drawing of each dimension, to print', sends: ['application/pdf'] },
  { id: 'workCard', method: 'get', path: '/jobs/{id}/work-card.pdf', summary: 'The work card to print', sends: ['application/pdf'] },
  { id: 'partsListCsv', method: 'get', path: '/jobs/{id}/parts-list.csv', summary: 'The parts list as CSV', sends: ['text/csv'] },
  { id: 'partsListJson', method: 'get', path: '/jobs/{id}/parts-list.json', summary: 'The parts list as JSON', answer: partsList.PartsListFile },
  { id: 'partsListPdf', method: 'get', path: '/jobs/{id}/parts-list.pdf', summary: 'The parts list to print', sends: ['application/pdf'] },
  { id: 'readings', method: 'get', path: '/devices/readings', summary: 'What the bench instruments show, as server-sent events', sends: ['text/event-stream'] },
  { id: 'chassis', method: 'get', path: '/chassis/{number}', summary: 'Read a chassis number by the service, checked against the catalogue', answer: devices.ChassisAnswer },
  { id: 'vehicleLines', method: 'get', path: '/vehicles/{id}/lines', summary: 'Lines that were made for a vehicle', answer: lines.LineTemplates },
  { id: 'keepLine', method: 'put', path: '/vehicles/{id}/lines/{name}', summary: 'Keep a line of a vehicle, to be made again', body: lines.LineTemplateRequest, answer: lines.LineTemplates, guarded: true },
  { id: 'dropLine', method: 'delete', path: '/vehicles/{id}/lines/{name}', summary: 'Take a kept line out', guarded: true, status: 204 },
  { id: 'settings', method: 'get', path: '/settings', summary: 'Workshop settings', answer: settings.SettingsAnswer },
  { id: 'changeSetting', method: 'put', path: '/settings/{key}', summary: 'Change a workshop setting', body: settings.SettingsChange, guarded: true, answer: settings.SettingsAnswer },
  { id: 'identifyBore', method: 'post', path: '/tools/bore/identify', computes: true, summary: 'Which nominal bore a reading supports', body: tools.BoreIdentifyRequest, answer: tools.BoreIdentifyAnswer },
  { id: 'changeBore', method: 'post', path: '/tools/bore/change', computes: true, summary: 'What a change of bore does', body: tools.BoreChangeRequest, answer: tools.BoreChangeAnswer },
  { id: 'rodGap', method: 'post', path: '/tools/rod/gap', computes: true, summary: 'Clearance between booster and master', body: tools.RodGapRequest, answer: tools.RodGapAnswer },
  { id: 'rodEngagement', method: 'post', path: '/tools/rod/engagement', computes: true, summary: 'What a rod has engaged in its fork, and what stays after a cut', body: tools.RodEngagementRequest, answer: tools.RodEngagementAnswer },
  { id: 'compareRods', method: 'post', path: '/tools/rod/compare', computes: true, summary: 'How much longer the new rod stands than the old one', body: tools.RodCompareRequest, answer: tools.RodCompareAnswer },
  { id: 'compareFeel', method: 'post', path: '/tools/feel/compare', computes: true, summary: 'What set-ups of one vehicle do to effort, travel, deceleration and balance, case by case', body: feel.FeelCompareRequest, answer: feel.FeelCompareAnswer },
  { id: 'printFeel', method: 'post', path: '/tools/feel/print', computes: true, summary: 'A comparison of set-ups on paper, for a customer', body: feel.FeelPrintRequest, sends: ['application/pdf'] },
  { id: 'whichBore', method: 'post', path: '/tools/feel/which-bore', computes: true, summary: 'Which bore of the master brings travel and effort into a window', body: feel.WhichBoreRequest, answer: feel.WhichBoreAnswer },
  { id: 'clutchTravel', method: 'post', path: '/tools/clutch/travel', computes: true, summary: 'From the clutch pedal to its slave', body: feel.ClutchTravelRequest, answer: feel.ClutchTravelAnswer },
  { id: 'routes', method: 'post', path: '/tools/fittings/route', computes: true, summary: 'Ways from a port to a line, best first, with pieces of the catalogue', body: lines.RouteRequest, answer: lines.RouteAnswer },
  { id: 'cutLine', method: 'post', path: '/tools/line/cut', computes: true, summary: 'How a line is cut, marked, bent and flared, and what does not go', body: lines.LineCutRequest, answer: lines.LineCutAnswer },
  { id: 'linePoints', method: 'post', path: '/tools/line/points', computes: true, summary: 'Read corners of a line from a list: x, y, z in mm', body: lines.LinePointsRequest, answer: lines.LinePointsAnswer },
  { id: 'lineFile', method: 'post', path: '/tools/line/file', computes: true, summary: 'A line as a file: CSV and DXF of its corners, or PDF at true scale', body: lines.LineFileRequest, sends: ['text/csv', 'image/vnd.dxf', 'application/pdf'] },
  { id: 'hoseLength', method: 'post', path: '/tools/hose/length', computes: true, summary: 'How long a hose is ordered, and how its ends lie to each other', body: lines.HoseRequest, answer: lines.HoseAnswer },
  { id: 'identifyThread', method: 'post', path: '/tools/thread/identify', computes: true, summary: 'Which thread is in the hand, or that it is none that hydraulics use', body: tools.ThreadIdentifyRequest, answer: tools.ThreadIdentifyAnswer },
  { id: 'mateThreads', method: 'post', path: '/tools/thread/mate', computes: true, summary: 'Whether two threads go together, and what happens when they do not', body: tools.ThreadMateRequest, answer: tools.ThreadMateAnswer },
  { id: 'readThread', method: 'post', path: '/tools/thread/read', computes: true, summary: 'Read a thread name and check that it exists', body: tools.ThreadReadRequest, answer: tools.ThreadReadAnswer },
  { id: 'readQuantity', method: 'post', path: '/tools/quantity/read', computes: true, summary: 'Read a quantity as people write it', body: tools.QuantityReadRequest, answer: tools.QuantityReadAnswer },
] as const satisfies readonly RouteShape[];

export type Route = (typeof ROUTES)[number];
export type RouteId = Route['id'];

/** The same for whoever goes through all of them, whatever each has. */
export const OPERATIONS: readonly RouteShape[] = ROUTES;
