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
  template: `
    @if (work(); as w) {
      <app-problem-line [text]="problem()" />
      <h2>Seal kit</h2>
      @if (w.resealed) {
        <p>
          <strong>The {{ w.words }} stays and is resealed: the kit alone is ordered.</strong>
          <button matButton type="button" (click)="reseal(false)">Take that back</button>
          <a routerLink="../fit/look">Look at its bore when it is open</a>
        </p>
      } @else if (sealable() && w.old && !w.chosen) {
        <p>
          <button matButton="outlined" type="button" (click)="reseal(true)">Keep the unit, order the kit alone</button>
          <span class="small quiet"
            >A scratch that a fingernail feels, pitting or a worn taper means another unit, not a kit.</span
          >
        </p>
      }
      @if (w.kitBore; as bore) {
        <section class="sheet" aria-label="Bore of the unit">
          <p class="needs-you">
            {{
              bore.again
                ? 'The bore could not be measured: try once more.'
                : 'Measure the bore before a kit is ordered.'
            }}
          </p>
          <app-measure-field [measure]="asMeasurement(bore)" (recorded)="goOn()" />
          <app-no-answer [measures]="[bore]" />
        </section>
      }
      <div class="two">
        @if (drawn(); as d) {
          <section class="sheet seals" aria-label="Where the pieces sit">
            <app-drawing
              [drawing]="d"
              [words]="'the unit cut along its bore, its seals marked'"
              [mostHeight]="150"
              [bare]="true"
            />
            <p class="small quiet">Marked: what a kit renews.</p>
          </section>
        }
        <section class="sheet" aria-label="Kits">
          @if (w.kits.length > 0) {
            <app-data-table [rows]="w.kits" words="Seal kits" [track]="byId">
              <ng-container *appCell="'whether it fits'; let k; of: w.kits; unseen: true"
                ><app-state-mark [state]="k.state" [size]="16"
              /></ng-container>
              <ng-container *appCell="'kit'; let k; of: w.kits; head: true">
                {{ k.name }}
                @if (k.number) {
                  <app-part-number [number]="k.number" />
                }
                <div class="quiet small">{{ k.contents.join('; ') }}</div>
              </ng-container>
              <ng-container *appCell="'what is said of it'; let k; of: w.kits">
                {{ k.sentence }}
                @if (k.chosen && k.asks) {
                  <app-answers
                    [label]="'What the maker of ' + k.name + ' answered'"
                    [answers]="makerSays"
                    [given]="answered()"
                    (told)="take(k, $event)"
                  />
                }
              </ng-container>
              <ng-container *appCell="'act'; let k; of: w.kits; unseen: true">
                @if (k.chosen) {
                  <button matButton type="button" (click)="leave()">Taken: undo</button>
                } @else if (k.state !== 'does-not-fit') {
                  <button matButton="outlined" type="button" (click)="take(k)" [attr.aria-label]="'Take ' + k.name">
                    Take
                  </button>
                }
              </ng-container>
            </app-data-table>
          } @else if (!w.old && !w.chosen) {
            <p>
              A kit goes by the unit: <a routerLink="../identify">identify the {{ w.words }} first</a>.
            </p>
          } @else {
            <p>No list names a kit for this unit, and none of its bore is in the catalogue.</p>
          }
        </section>
      </div>
      @for (f of service.workspace()?.fluids; track f.system) {
        <h2>{{ several() ? 'Fluid of the ' + f.system : 'Fluid' }}</h2>
        <p [class.needs-you]="f.state !== 'fits'"><app-state-mark [state]="f.state" [size]="16" /> {{ f.sentence }}</p>
        <p class="small">
          Cap: <strong>{{ f.cap ?? 'not read' }}</strong>{{ f.capOrigin ? ', ' + origin[f.capOrigin] : '' }}. Seals:
          <strong>{{ f.seals.length ? f.seals.join(', ') : 'not known' }}</strong>.
          @if (!f.cap) {
            <a routerLink="../identify">Record the cap on the bench line: <span class="mono">cap DOT 4</span></a>
          }
        </p>
        <div class="grades" role="group" [attr.aria-label]="'Fluid grade, ' + f.system">
          @for (g of f.grades; track g.grade) {
            <button
              matButton
              type="button"
              (click)="fluid(f, g)"
              [attr.data-state]="g.state"
              [attr.aria-pressed]="f.chosen === g.grade"
              [attr.aria-label]="g.grade"
            >
              <app-state-mark [state]="g.state" [size]="15" /> {{ g.grade }}
            </button>
          }
        </div>
        @if (refused(); as no) {
          @if (no.system === f.system) {
            <p class="problem" role="alert">{{ no.words }}</p>
          }
        }
      }
      @if (several()) {
        <p>Two systems: a bottle, a syringe and a funnel of its own for each where the fluids differ.</p>
      }
      @if (service.workspace()?.fluids?.length) {
        <p class="small quiet">
          Glycol fluid takes up water: two years is the usual change. It strips paint and hurts eyes. Petroleum cleaners
          ruin its seals.
        </p>
      }
    } @else {
      <p>Say first which unit this job is about. <a routerLink="../ask">To Ask</a></p>
    }
  `,
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
