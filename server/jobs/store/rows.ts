import type { EvidenceView, Job, JobRow } from '@kerabat/contract';
import { printBoth, type Quantity } from '@kerabat/core/base/units';
import type { PartsListEdit, PartsListLine } from '@kerabat/core/list/parts-list';
import type { ListSection } from '@kerabat/core/list/need';
import { type AttributeName, attributeWords, valueWords } from '@kerabat/core/named/attribute';
import { type Evidence, evidenceBase } from '@kerabat/core/vehicle/reading';

/** Rows of the jobs database, and what they are outside of it. */

export interface JobDbRow {
  readonly id: number;
  readonly asker: string;
  readonly request: Job['request'];
  readonly complaints: string;
  readonly words: string;
  readonly vehicleId: string | null;
  readonly built: string | null;
  readonly options: string;
  readonly chassis: string;
  readonly plate: string;
  readonly fleet: string;
  readonly slot: string | null;
  readonly state: Job['state'];
  readonly openedBy: string;
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly version: number;
  readonly safety: string;
  readonly grade: JobRow['grade'];
  readonly next: string;
  readonly stamp: string;
  readonly was: NonNullable<JobRow['was']> | null;
}
export interface EvidenceRow {
  readonly id: number;
  readonly slot: string;
  readonly attribute: AttributeName;
  readonly position: string | null;
  readonly kind: Evidence['kind'];
  readonly value: string;
  readonly instrument: Evidence['instrument'] | null;
  readonly sigma: number | null;
  readonly uid: string;
  readonly instead: string | null;
  readonly onVehicle: 0 | 1;
  readonly person: string;
  readonly notedAt: string;
  readonly withdrawnBy: string | null;
  readonly withdrawnAt: string | null;
}
export interface PartsListRow {
  readonly key: string;
  readonly version: number;
  readonly byHand: 0 | 1;
  readonly section: ListSection | null;
  readonly words: string | null;
  readonly number: string | null;
  readonly reason: string | null;
  readonly quantity: number | null;
  readonly dropped: 0 | 1;
  readonly note: string | null;
}

export function jobOf(row: JobDbRow): Job {
  const { safety: _safety, grade: _grade, next: _next, ...rest } = row;
  return {
    ...rest,
    options: JSON.parse(row.options) as string[],
    complaints: JSON.parse(row.complaints) as string[],
  };
}

export function evidenceOf(row: EvidenceRow): { view: EvidenceView; item: Evidence } {
  const position = row.position === null ? {} : { position: row.position };
  const instrument = row.instrument ? { instrument: row.instrument } : {};
  const sigma = row.sigma === null ? {} : { sigma: row.sigma };
  const item = {
    attribute: row.attribute,
    ...position,
    ...instrument,
    ...sigma,
    kind: row.kind,
    value: JSON.parse(row.value) as unknown,
    onVehicle: row.onVehicle === 1,
  } as Evidence;
  const value =
    item.kind === 'quantity' ? printBoth(item.value as Quantity) : valueWords(row.attribute, evidenceBase(item));
  const withdrawn = row.withdrawnAt === null ? {} : { withdrawn: { by: row.withdrawnBy ?? '', at: row.withdrawnAt } };
  const view: EvidenceView = {
    id: row.id,
    uid: row.uid,
    slot: row.slot,
    attribute: row.attribute,
    ...position,
    words: attributeWords(row.attribute, row.position ?? undefined),
    value,
    kind: item.kind,
    entered: item.value,
    ...instrument,
    ...sigma,
    ...(row.instead === null ? {} : { instead: row.instead }),
    onVehicle: row.onVehicle === 1,
    by: row.person,
    at: row.notedAt,
    ...withdrawn,
  };
  return { view, item };
}

export const editOf = (row: PartsListRow): PartsListEdit => ({
  key: row.key,
  version: row.version,
  dropped: row.dropped === 1,
  ...(row.quantity === null ? {} : { quantity: row.quantity }),
  ...(row.note === null ? {} : { note: row.note }),
});

export const addedOf = (row: PartsListRow): PartsListLine => ({
  key: row.key,
  section: row.section ?? 'order',
  words: row.words ?? '',
  quantity: row.quantity ?? 1,
  reason: row.reason ?? '',
  version: row.version,
  dropped: row.dropped === 1,
  byHand: true,
  ...(row.number === null ? {} : { number: row.number }),
  ...(row.note === null ? {} : { note: row.note }),
});
