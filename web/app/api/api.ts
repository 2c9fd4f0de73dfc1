import { HttpClient, HttpEventType, type HttpEvent } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { catchError, concatMap, scan, type Observable } from 'rxjs';
import type {
  FeelPrintRequest,
  OtherBores,
  PairedUnits,
  AuditAnswer,
  RecordNext,
  TrialReport,
  CatalogueSummary,
  ConversionList,
  ChassisAnswer,
  Decision,
  DecisionRequest,
  DecisionsRequest,
  DemoSeen,
  Found,
  History,
  ImportRun,
  ImportTables,
  ImportView,
  Job,
  JobChange,
  JobList,
  KitDetail,
  InterchangeAnswer,
  InterchangePaths,
  LineCutRequest,
  LineFileRequest,
  LinePointsAnswer,
  LineTemplates,
  MatchRequest,
  NewLink,
  NewOutcome,
  ResolveAnswer,
  RouteAnswer,
  RouteRequest,
  NewJob,
  NumberSearch,
  PhotographMark,
  PlanAnswer,
  PlanRequest,
  SettingsAnswer,
  Settlement,
  SheetMapping,
  PartsListAddRequest,
  PartsListEditRequest,
  SolveLimits,
  SolveLine,
  UndoAnswer,
  UnitDetail,
  Touched,
  UnitList,
  UnitOrder,
  VehicleDetail,
  VehicleSearch,
  Workspace,
} from '@kerabat/contract';

import { refusedInWords } from './problem';

const ROOT = '/api/v1';

/** A page of the list of units. */
export interface UnitsAsked {
  readonly kind: string;
  readonly q: string;
  readonly limit?: number;
  readonly offset?: number;
  readonly sort?: UnitOrder;
  readonly descending?: boolean;
}

/** Every call to the server, one method each. Errors arrive as problem details (see problemOf). */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  jobs = (q = ''): Observable<JobList> => this.http.get<JobList>(`${ROOT}/jobs`, q === '' ? {} : { params: { q } });
  workspace = (id: number): Observable<Workspace> => this.http.get<Workspace>(`${ROOT}/jobs/${id}`);
  touched = (id: number): Observable<Touched> => this.http.get<Touched>(`${ROOT}/jobs/${id}/touched`);
  openJob = (job: NewJob): Observable<Job> => this.http.post<Job>(`${ROOT}/jobs`, job);
  changeJob = (id: number, change: JobChange, version: number): Observable<Job> =>
    this.http.patch<Job>(`${ROOT}/jobs/${id}`, change, { headers: seen(version) });
  /** `instead` is the entry that this one corrects. */
  benchLine = (
    id: number,
    line: string,
    slot: string,
    onVehicle: boolean,
    instead?: string,
  ): Observable<{ id: number; echo: string }> =>
    this.http.post<{ id: number; echo: string }>(
      `${ROOT}/jobs/${id}/bench-line`,
      { line, slot, onVehicle, uid: crypto.randomUUID(), ...(instead === undefined ? {} : { instead }) },
      { headers: WHOLE },
    );
  /** The picture itself is the body, as the camera wrote it. */
  addPhotograph = (id: number, picture: Blob, about: Record<string, string>): Observable<{ id: number }> =>
    this.http.post<{ id: number }>(`${ROOT}/jobs/${id}/photographs`, picture, {
      params: { ...about, uid: crypto.randomUUID() },
    });
  markPhotograph = (id: number, photograph: number, mark: PhotographMark): Observable<unknown> =>
    this.http.post(`${ROOT}/jobs/${id}/photographs/${photograph}/marks`, mark);
  withdrawPhotograph = (id: number, photograph: number): Observable<unknown> =>
    this.http.post(`${ROOT}/jobs/${id}/photographs/${photograph}/withdraw`, {});
  withdraw = (id: number, evidence: number): Observable<unknown> =>
    this.http.post(`${ROOT}/jobs/${id}/evidence/${evidence}/withdraw`, {});
  decide = (id: number, subject: string, request: DecisionRequest, version: number): Observable<Decision> =>
    this.http.put<Decision>(`${ROOT}/jobs/${id}/decisions/${encodeURIComponent(subject)}`, request, {
      headers: { ...seen(version), ...WHOLE },
    });
  decideAll = (id: number, request: DecisionsRequest): Observable<unknown> =>
    this.http.post(`${ROOT}/jobs/${id}/decisions`, request, { headers: { ...WHOLE } });
  undecide = (id: number, subject: string, version: number): Observable<Decision> =>
    this.http.delete<Decision>(`${ROOT}/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
      headers: { ...seen(version), ...WHOLE },
    });
  editPartsList = (id: number, key: string, edit: PartsListEditRequest, version: number): Observable<unknown> =>
    this.http.put(`${ROOT}/jobs/${id}/parts-list/${encodeURIComponent(key)}`, edit, { headers: seen(version) });
  addToPartsList = (id: number, line: PartsListAddRequest): Observable<unknown> =>
    this.http.post(`${ROOT}/jobs/${id}/parts-list`, { ...line, uid: crypto.randomUUID() });

  vehicles = (query: Record<string, string>): Observable<VehicleSearch> =>
    this.http.get<VehicleSearch>(`${ROOT}/vehicles`, { params: query });
  vehicle = (id: string): Observable<VehicleDetail> =>
    this.http.get<VehicleDetail>(`${ROOT}/vehicles/${encodeURIComponent(id)}`);
  chassis = (number: string): Observable<ChassisAnswer> =>
    this.http.get<ChassisAnswer>(`${ROOT}/chassis/${encodeURIComponent(number)}`);
  find = (q: string): Observable<Found> => this.http.get<Found>(`${ROOT}/find`, { params: { q } });
  numbers = (q: string): Observable<NumberSearch> => this.http.get<NumberSearch>(`${ROOT}/numbers`, { params: { q } });
  units = (asked: UnitsAsked): Observable<UnitList> =>
    this.http.get<UnitList>(`${ROOT}/units`, { params: { ...asked } });
  kit = (id: string): Observable<KitDetail> => this.http.get<KitDetail>(`${ROOT}/kits/${encodeURIComponent(id)}`);
  unit = (id: string): Observable<UnitDetail> => this.http.get<UnitDetail>(`${ROOT}/units/${encodeURIComponent(id)}`);
  /** Documented interchange, and up to so many units that would do by their joints alone. */
  interchange = (id: string, geometry = 20): Observable<InterchangeAnswer> =>
    this.http.get<InterchangeAnswer>(`${ROOT}/units/${encodeURIComponent(id)}/interchange`, { params: { geometry } });
  interchangePaths = (id: string, node: string): Observable<InterchangePaths> =>
    this.http.get<InterchangePaths>(`${ROOT}/units/${encodeURIComponent(id)}/interchange/${node}`);
  addOutcome = (outcome: NewOutcome): Observable<{ id: number }> =>
    this.http.post<{ id: number }>(`${ROOT}/outcomes`, outcome);
  withdrawOutcome = (id: number): Observable<unknown> => this.http.post(`${ROOT}/outcomes/${id}/withdraw`, null);
  resolve = (numbers: readonly string[]): Observable<ResolveAnswer> =>
    this.http.post<ResolveAnswer>(`${ROOT}/numbers/resolve`, { numbers });
  catalogue = (): Observable<CatalogueSummary> => this.http.get<CatalogueSummary>(`${ROOT}/catalogue`);
  importTables = (): Observable<ImportTables> => this.http.get<ImportTables>(`${ROOT}/imports/tables`);
  import = (id: string): Observable<ImportView> => this.http.get<ImportView>(`${ROOT}/imports/${id}`);
  sendImport = (form: FormData): Observable<ImportView> => this.http.post<ImportView>(`${ROOT}/imports`, form);
  runImport = (id: string, run: ImportRun): Observable<ImportView> =>
    this.http.post<ImportView>(`${ROOT}/imports/${id}/run`, run);
  matchImport = (id: string, match: MatchRequest): Observable<SheetMapping> =>
    this.http.post<SheetMapping>(`${ROOT}/imports/${id}/match`, match);
  readImportAs = (id: string, encoding: string): Observable<ImportView> =>
    this.http.post<ImportView>(`${ROOT}/imports/${id}/look`, null, { params: { encoding } });
  cancelImport = (id: string): Observable<unknown> => this.http.post(`${ROOT}/imports/${id}/cancel`, null);
  importEvents = (id: string): string => `${ROOT}/imports/${id}/events`;
  rejectsOf = (id: string, sheet: number): string => `${ROOT}/imports/${id}/rejects/${sheet}`;
  exportOf = (format: string): string => `${ROOT}/exports/${format}`;
  audit = (): Observable<AuditAnswer> => this.http.get<AuditAnswer>(`${ROOT}/audit`);
  recordNext = (): Observable<RecordNext> => this.http.get<RecordNext>(`${ROOT}/record-next`);
  tryRecordNext = (): Observable<RecordNext> => this.http.post<RecordNext>(`${ROOT}/record-next`, null);
  readonly recordNextCsv = `${ROOT}/record-next.csv`;
  trial = (): Observable<TrialReport> => this.http.get<TrialReport>(`${ROOT}/trial`);
  settle = (settlement: Settlement): Observable<unknown> => this.http.post(`${ROOT}/audit/settle`, settlement);
  withdrawAcceptance = (id: number): Observable<unknown> =>
    this.http.post(`${ROOT}/audit/acceptances/${id}/withdraw`, null);
  history = (): Observable<History> => this.http.get<History>(`${ROOT}/history`);
  undoAct = (id: number): Observable<UndoAnswer> => this.http.post<UndoAnswer>(`${ROOT}/history/${id}/undo`, null);
  demo = (): Observable<DemoSeen> => this.http.get<DemoSeen>(`${ROOT}/demo`);
  otherBores = (unitId: string): Observable<OtherBores> =>
    this.http.get<OtherBores>(`${ROOT}/units/${encodeURIComponent(unitId)}/other-bores`);
  /** A comparison as a PDF. */
  printFeel = (body: FeelPrintRequest): Observable<Blob> =>
    this.http.post(`${ROOT}/tools/feel/print`, body, { responseType: 'blob' }).pipe(catchError(refusedInWords));
  vehicleLines = (vehicle: string): Observable<LineTemplates> =>
    this.http.get<LineTemplates>(`${ROOT}/vehicles/${encodeURIComponent(vehicle)}/lines`);
  keepLine = (vehicle: string, name: string, line: LineCutRequest, version: number): Observable<LineTemplates> =>
    this.http.put<LineTemplates>(
      `${ROOT}/vehicles/${encodeURIComponent(vehicle)}/lines/${encodeURIComponent(name)}`,
      { line },
      { headers: seen(version) },
    );
  dropLine = (vehicle: string, name: string, version: number): Observable<unknown> =>
    this.http.delete(`${ROOT}/vehicles/${encodeURIComponent(vehicle)}/lines/${encodeURIComponent(name)}`, {
      headers: seen(version),
    });
  /** A line as a file: CSV, DXF or PDF. */
  lineFile = (body: LineFileRequest): Observable<Blob> =>
    this.http.post(`${ROOT}/tools/line/file`, body, { responseType: 'blob' }).pipe(catchError(refusedInWords));
  linePoints = (text: string): Observable<LinePointsAnswer> =>
    this.http.post<LinePointsAnswer>(`${ROOT}/tools/line/points`, { text });
  routes = (body: RouteRequest): Observable<RouteAnswer> =>
    this.http.post<RouteAnswer>(`${ROOT}/tools/fittings/route`, body);
  paired = (unitId: string): Observable<PairedUnits> =>
    this.http.get<PairedUnits>(`${ROOT}/units/${encodeURIComponent(unitId)}/paired`);
  bringInDemo = (): Observable<DemoSeen> => this.http.post<DemoSeen>(`${ROOT}/demo`, {});
  removeDemo = (): Observable<UndoAnswer> => this.http.delete<UndoAnswer>(`${ROOT}/demo`);
  addLink = (link: NewLink): Observable<{ link: string }> => this.http.post<{ link: string }>(`${ROOT}/links`, link);
  conversions = (): Observable<ConversionList> => this.http.get<ConversionList>(`${ROOT}/conversions`);
  plan = (id: string, request: PlanRequest): Observable<PlanAnswer> =>
    this.http.post<PlanAnswer>(`${ROOT}/conversions/${id}/plan`, request);
  /** Ways to close the chain of a job, line by line as they are looked for. Unsubscribing stops the search. */
  solveJob = (id: number, limits: SolveLimits): Observable<SolveLine | { problem: string }> =>
    linesOf<SolveLine | { problem: string }>(
      this.http.post(`${ROOT}/jobs/${id}/solve`, limits, {
        observe: 'events',
        reportProgress: true,
        responseType: 'text',
      }),
    );
  settings = (): Observable<SettingsAnswer> => this.http.get<SettingsAnswer>(`${ROOT}/settings`);
  changeSetting = (key: string, value: number, version: number): Observable<SettingsAnswer> =>
    this.http.put<SettingsAnswer>(`${ROOT}/settings/${key}`, { value }, { headers: seen(version) });
}

/** The answer to a write brings the whole workspace as it is then. */
const WHOLE = { prefer: 'return=representation' };
const seen = (version: number): { 'if-match': string } => ({ 'if-match': `"${version}"` });

/**
 * An answer of one JSON value a line (application/x-ndjson), told as the lines come. A line that is still coming waits
 * for its end.
 */
function linesOf<T>(events: Observable<HttpEvent<string>>): Observable<T> {
  return events.pipe(
    scan(
      (before, event) => {
        const text =
          event.type === HttpEventType.Response
            ? (event.body ?? '')
            : event.type === HttpEventType.DownloadProgress && 'partialText' in event
              ? (event.partialText ?? '')
              : '';
        const whole = text.slice(0, text.lastIndexOf('\n') + 1);
        return whole.length <= before.read
          ? { read: before.read, fresh: [] }
          : { read: whole.length, fresh: whole.slice(before.read).trim().split('\n') };
      },
      { read: 0, fresh: [] as string[] },
    ),
    concatMap(({ fresh }) => fresh.map((line) => JSON.parse(line) as T)),
  );
}
