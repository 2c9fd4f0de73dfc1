import { ChangeDetectionStrategy, Component, computed, input, model, output, signal } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatButtonModule } from '@angular/material/button';
import type { CandidateView, EvidenceView, IdentifyAnswer } from '@kerabat/contract';
import { CompareTable } from '../../desks/compare/compare-table';
import { Cell, DataTable } from '../../parts/data-table';
import { Folded } from '../../parts/folded';
import { PartNumber } from '../../parts/part-number';
import { percent } from '../../parts/percent';

/** So many can be read beside each other. */
const MOST_COMPARED = 4;

/** The units that it may be, each with what speaks for and against it; those that are out, folded under the reason. */
@Component({
  selector: 'app-candidates',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, MatCheckboxModule, Folded, MatButtonModule, PartNumber, CompareTable],
  templateUrl: './candidates.html',
  styleUrl: './candidates.scss',
})
export class Candidates {
  protected byUnit = (_: number, { unitId }: { readonly unitId: string }): string => unitId;
  readonly identification = input.required<IdentifyAnswer>();
  readonly evidence = input.required<readonly EvidenceView[]>();
  readonly said = output<CandidateView>();

  protected readonly percent = percent;
  /** Shown as a table beside each other; the room beside it is wanted then. */
  readonly beside = model(false);
  private readonly picked = signal<readonly string[]>([]);

  /** Candidates that are worth reading, and the long tail that is folded. */
  protected readonly likely = computed(() =>
    this.identification().candidates.filter((c, i) => c.probability >= 0.01 || i < 2),
  );
  protected readonly unlikely = computed(() =>
    this.identification().candidates.filter((c, i) => c.probability < 0.01 && i >= 2),
  );
  protected readonly uncounted = computed(
    () => this.identification().candidateCount - this.identification().candidates.length,
  );
  /** Those that are out, under the first reason of each. */
  protected readonly out = computed(() => {
    const groups = new Map<string, IdentifyAnswer['eliminated']>();
    for (const c of this.identification().eliminated) {
      const reason = c.because[0]?.sentence ?? 'others fit far better';
      groups.set(reason, [...(groups.get(reason) ?? []), c]);
    }
    return [...groups].map(([reason, units]) => ({ reason, units })).sort((a, b) => b.units.length - a.units.length);
  });
  protected readonly compared = computed(() => {
    const all = this.identification().candidates.map((c) => c.unitId);
    const picked = this.picked().filter((id) => all.includes(id));
    return picked.length > 0 ? picked : all.slice(0, Math.min(3, Math.max(2, this.likely().length)));
  });

  protected pick(id: string, on: boolean): void {
    const others = this.compared().filter((x) => x !== id);
    this.picked.set(on ? [...others, id].slice(-MOST_COMPARED) : others);
  }

  /** How a share came about: the share before, times the weight of each piece of evidence. */
  protected working(c: CandidateView): string {
    const factors = [...c.agrees, ...c.disagrees, ...c.unrecorded].map(
      (b) => `${figure(b.weight)} (${b.attribute.replace(/-/g, ' ')})`,
    );
    return (
      `${figure(c.prior)} before any evidence${factors.length > 0 ? ` × ${factors.join(' × ')}` : ''}, ` +
      `divided by the sum of all units: ${figure(c.probability)}`
    );
  }
}

const figure = (x: number): string =>
  x === 0 ? '0' : x >= 0.001 ? String(Number(x.toPrecision(3))) : x.toExponential(1);
