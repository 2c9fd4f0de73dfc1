import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Observable } from 'rxjs';
import type {
  CatalogueSummary,
  ChassisAnswer,
  Decision,
  DecisionRequest,
  Found,
  Job,
  JobChange,
  JobRow,
  KinAnswer,
  KinPaths,
  NewOutcome,
  ResolveAnswer,
  NewJob,
  NumberSearch,
  PhotographMark,
  PracticeAnswer,
  SlipAddRequest,
  SlipEditRequest,
  UnitDetail,
  UnitSummary,
  VehicleDetail,
  VehicleSearch,
  Workspace,
} from '@kerabat/contract';

const ROOT = '/api/v1';

/** Every call to the server, one method each. Errors arrive as problem details (see problemOf). */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  jobs = (): Observable<{ jobs: JobRow[] }> => this.http.get<{ jobs: JobRow[] }>(`${ROOT}/jobs`);
  workspace = (id: number): Observable<Workspace> => this.http.get<Workspace>(`${ROOT}/jobs/${id}`);
  openJob = (job: NewJob): Observable<Job> => this.http.post<Job>(`${ROOT}/jobs`, job);
  changeJob = (id: number, change: JobChange, version: number): Observable<Job> =>
    this.http.patch<Job>(`${ROOT}/jobs/${id}`, change, { headers: seen(version) });
  benchLine = (id: number, line: string, slot: string, onVehicle: boolean): Observable<{ id: number; echo: string }> =>
    this.http.post<{ id: number; echo: string }>(`${ROOT}/jobs/${id}/bench-line`, { line, slot, onVehicle });
  /** The picture itself is the body, as the camera wrote it. */
  addPhotograph = (id: number, picture: Blob, about: Record<string, string>): Observable<{ id: number }> =>
    this.http.post<{ id: number }>(`${ROOT}/jobs/${id}/photographs`, picture, { params: about });
  markPhotograph = (id: number, photograph: number, mark: PhotographMark): Observable<unknown> =>
    this.http.post(`${ROOT}/jobs/${id}/photographs/${photograph}/marks`, mark);
  withdrawPhotograph = (id: number, photograph: number): Observable<unknown> => this.http.post(`${ROOT}/jobs/${id}/photographs/${photograph}/withdraw`, {});
  withdraw = (id: number, evidence: number): Observable<unknown> => this.http.post(`${ROOT}/jobs/${id}/evidence/${evidence}/withdraw`, {});
  decide = (id: number, subject: string, request: DecisionRequest, version: number): Observable<Decision> =>
    this.http.put<Decision>(`${ROOT}/jobs/${id}/decisions/${encodeURIComponent(subject)}`, request, { headers: seen(version) });
  undecide = (id: number, subject: string, version: number): Observable<Decision> =>
    this.http.delete<Decision>(`${ROOT}/jobs/${id}/decisions/${encodeURIComponent(subject)}`, { headers: seen(version) });
  editSlip = (id: number, key: string, edit: SlipEditRequest, version: number): Observable<unknown> =>
    this.http.put(`${ROOT}/jobs/${id}/slip/${encodeURIComponent(key)}`, edit, { headers: seen(version) });
  addSlip = (id: number, line: SlipAddRequest): Observable<unknown> => this.http.post(`${ROOT}/jobs/${id}/slip`, line);

  vehicles = (query: Record<string, string>): Observable<VehicleSearch> => this.http.get<VehicleSearch>(`${ROOT}/vehicles`, { params: query });
  vehicle = (id: string): Observable<VehicleDetail> => this.http.get<VehicleDetail>(`${ROOT}/vehicles/${encodeURIComponent(id)}`);
  chassis = (number: string): Observable<ChassisAnswer> => this.http.get<ChassisAnswer>(`${ROOT}/chassis/${encodeURIComponent(number)}`);
  find = (q: string): Observable<Found> => this.http.get<Found>(`${ROOT}/find`, { params: { q } });
  numbers = (q: string): Observable<NumberSearch> => this.http.get<NumberSearch>(`${ROOT}/numbers`, { params: { q } });
  units = (kind: string, q: string): Observable<{ units: UnitSummary[] }> => this.http.get<{ units: UnitSummary[] }>(`${ROOT}/units`, { params: { kind, q } });
  unit = (id: string): Observable<UnitDetail> => this.http.get<UnitDetail>(`${ROOT}/units/${encodeURIComponent(id)}`);
  /** Documented kin, and up to so many units that would do by their joints alone. */
  kin = (id: string, geometry = 20): Observable<KinAnswer> => this.http.get<KinAnswer>(`${ROOT}/units/${encodeURIComponent(id)}/kin`, { params: { geometry } });
  kinPaths = (id: string, node: string): Observable<KinPaths> => this.http.get<KinPaths>(`${ROOT}/units/${encodeURIComponent(id)}/kin/${node}`);
  addOutcome = (outcome: NewOutcome): Observable<{ id: number }> => this.http.post<{ id: number }>(`${ROOT}/outcomes`, outcome);
  withdrawOutcome = (id: number): Observable<unknown> => this.http.post(`${ROOT}/outcomes/${id}/withdraw`, null);
  resolve = (numbers: readonly string[]): Observable<ResolveAnswer> => this.http.post<ResolveAnswer>(`${ROOT}/numbers/resolve`, { numbers });
  catalogue = (): Observable<CatalogueSummary> => this.http.get<CatalogueSummary>(`${ROOT}/catalogue`);
  practice = (): Observable<PracticeAnswer> => this.http.get<PracticeAnswer>(`${ROOT}/practice`);
  changePractice = (key: string, value: number, version: number): Observable<PracticeAnswer> =>
    this.http.put<PracticeAnswer>(`${ROOT}/practice/${key}`, { value }, { headers: seen(version) });
}

const seen = (version: number): { 'if-match': string } => ({ 'if-match': `"${version}"` });
