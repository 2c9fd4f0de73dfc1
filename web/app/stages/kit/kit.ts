import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { map, of, switchMap } from 'rxjs';
import type { FluidView, KitView, MeasurementView, SlotWork } from '@kerabat/contract';
import { SEALED } from '@kerabat/core/list/kit';
import { partDrawing } from '@kerabat/core/tell/drawing';
import { Designs } from '../../api/designs';
import { DrawingView } from '../../drawing/drawing';
import { JobService } from '../../job/job-service';
import { NoAnswer } from '../../job/no-answer';
import { Answers } from '../../parts/answers';
import { Cell, DataTable } from '../../parts/data-table';
import { PartNumber } from '../../parts/part-number';
import { ProblemLine } from '../../parts/problem-line';
import { Shortcuts } from '../../parts/shortcuts';
import { StateMark } from '../../parts/state-mark';
import { MeasureField } from '../fit/measure-field';

/** Seal kit by bore, and the fluid that cap and seals want. */
@Component({
  selector: 'app-kit-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Cell,
    DataTable,
    Answers,
    DrawingView,
    MatButtonModule,
    MeasureField,
    NoAnswer,
    RouterLink,
    StateMark,
    PartNumber,
    ProblemLine,
  ],
  templateUrl: './kit.html',
  styles: `
    h2 {
      margin-top: 8px;
    }
    .two {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 2fr);
      gap: 16px;
      align-items: start;
      margin: 8px 0 16px;
    }
    .seals ::ng-deep .rubber {
      fill: var(--act);
    }
    @media (max-width: 1000px) {
      .two {
        grid-template-columns: minmax(0, 1fr);
      }
    }
    td:first-child {
      width: 20px;
    }
    .grades {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
    .grades button {
      font: inherit;
      display: inline-flex;
      gap: 5px;
      align-items: center;
      padding: 3px 9px;
      border: 1px solid var(--line);
      border-radius: 4px;
      background: var(--raised);
      color: var(--ink);
      cursor: pointer;
    }
    .grades [aria-pressed='true'] {
      border: 2px solid var(--ink);
      font-weight: 600;
    }
    .needs-you {
      max-width: 60rem;
    }
  `,
})
export class KitStage {
  private readonly shortcuts = inject(Shortcuts);
  /** The measurement that a field enters. */
  protected asMeasurement = (bore: NonNullable<SlotWork['kitBore']>): MeasurementView =>
    this.service.workspace()?.measurements.find((m) => m.slot === bore.slot && m.attribute === bore.attribute) ?? {
      ...bore,
      key: `${bore.slot}/${bore.side}/${bore.attribute}`,
      group: 'something-off',
      turns: [],
    };
  protected goOn(): void {
    this.shortcuts.goOn();
  }
  protected byId = (_: number, { id }: { readonly id: string }): string => id;
  protected readonly makerSays = [
    { id: 'confirmed', words: 'its maker says it is for this unit' },
    { id: 'no-answer', words: 'asked: no answer' },
  ];
  protected readonly service = inject(JobService);
  private readonly designs = inject(Designs);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly refused = signal<{ readonly system: string; readonly words: string } | undefined>(undefined);
  protected readonly several = computed(() => (this.service.workspace()?.fluids.length ?? 0) > 1);
  protected readonly origin: Record<string, string> = {
    measured: 'read on the vehicle',
    'vehicle-record': 'on record',
    'old-unit': 'as the old unit',
  };
  protected readonly work = computed(() => {
    this.service.workspace();
    return this.service.focus();
  });

  /** The unit that is resealed, or that comes, cut open. */
  protected readonly drawn = toSignal(
    toObservable(computed(() => this.work()?.chosen?.unitId ?? this.work()?.old?.unitId)).pipe(
      switchMap((id) => (id === undefined ? of(undefined) : this.designs.get(id))),
      map((design) => {
        const drawing = design && partDrawing(design.kind, design.facts);
        return drawing && { ...drawing, views: drawing.views.slice(0, 1), details: [] };
      }),
    ),
  );

  protected readonly sealable = computed(() => SEALED.some((kind) => kind === this.work()?.kind));
  protected readonly answered = computed(() => {
    this.service.workspace();
    return this.service.decision(`kit:${this.service.slot() ?? ''}`)?.value?.detail ?? '';
  });

  protected async take(kit: KitView, answer?: string): Promise<void> {
    this.problem.set(
      await this.service.decide(`kit:${this.service.slot() ?? ''}`, kit.id, answer ? 'asked' : 'taken', answer),
    );
  }

  /** The unit stays and is resealed, or not. */
  protected async reseal(stays: boolean): Promise<void> {
    const subject = `reseal:${this.service.slot() ?? ''}`;
    this.problem.set(
      stays ? await this.service.decide(subject, 'yes', 'the kit alone') : await this.service.undecide(subject),
    );
  }

  protected async leave(): Promise<void> {
    this.problem.set(await this.service.undecide(`kit:${this.service.slot() ?? ''}`));
  }

  /** A wrong pairing is refused with its reason and never reaches the parts list. */
  protected async fluid({ system, subject }: FluidView, grade: FluidView['grades'][number]): Promise<void> {
    if (grade.state === 'does-not-fit') return this.refused.set({ system, words: `Refused: ${grade.sentence}` });
    this.refused.set(undefined);
    this.problem.set(await this.service.decide(subject, grade.grade, 'chosen'));
  }
}
