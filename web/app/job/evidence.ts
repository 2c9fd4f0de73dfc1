import type { EvidenceView } from '@kerabat/contract';
import type { Evidence } from '@kerabat/core/vehicle/reading';

/** A piece of evidence as the core weighs it. */
export const evidenceItem = (view: EvidenceView): Evidence =>
  ({
    attribute: view.attribute,
    kind: view.kind,
    value: view.entered,
    ...(view.position === undefined ? {} : { position: view.position }),
    ...(view.instrument === undefined ? {} : { instrument: view.instrument }),
  }) as Evidence;

/** What holds of the unit in a slot: nothing that was withdrawn, nothing of a new unit. */
export const heldEvidence = (list: readonly EvidenceView[], slot: string): EvidenceView[] =>
  list.filter((e) => !e.withdrawn && e.slot === slot);
