import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSelectModule } from '@angular/material/select';
import { RouterLink } from '@angular/router';
import type { JointView } from '@kerabat/contract';
import { type WayNote, wayText } from '@kerabat/core/judge/fix';
import type { AttributeName } from '@kerabat/core/named/attribute';
import { SEAT_FORMS } from '@kerabat/core/named/seat';
import { LINE_FLARES, TUBE_NAMES } from '@kerabat/core/named/tube';
import { type TypedWay, type Way, WayFinder } from '../../desks/lines/way-finder';
import { JobService } from '../../job/job-service';
import { ProblemLine } from '../../parts/problem-line';
import { STATE_WORDS, StateMark } from '../../parts/state-mark';

/** A line of the unit in its port, by the position that names it. */
interface Joined {
  readonly position: string;
  readonly joint: JointView;
}

/**
 * Ways from a port of the job’s unit to the line that comes to it, with what is known filled in; one is taken into the
 * job.
 */
@Component({
  selector: 'app-ways-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatFormFieldModule, MatSelectModule, ProblemLine, RouterLink, StateMark, WayFinder],
  template: `
    @if (joined().length === 0) {
      <p>
        No line of this job comes to a port yet: choose a unit first.
        <a routerLink="../../interchange">To Interchange</a>
      </p>
      <app-way-finder name="job" />
    } @else {
      <div class="row">
        <mat-form-field>
          <mat-label>Line</mat-label>
          <mat-select [value]="position()" (selectionChange)="position.set($event.value)">
            @for (j of joined(); track j.position) {
              <mat-option [value]="j.position">{{ j.joint.words }}</mat-option>
            }
          </mat-select>
        </mat-form-field>
        @if (current(); as c) {
          <span><app-state-mark [state]="c.joint.state" [size]="16" /> {{ stateWords[c.joint.state] }}</span>
        }
        @if (takenWay(); as way) {
          <span
            >Taken: {{ way.words }}
            <button matButton="outlined" type="button" (click)="undo()" [attr.aria-label]="'Undo way: ' + way.words">
              Undo
            </button></span
          >
        }
      </div>
      <app-problem-line [text]="problem()" />
      @if (said(); as words) {
        <p role="status">{{ words }}</p>
      }
      <app-way-finder [start]="known()" [takes]="true" (taken)="take($event)" />
    }
  `,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 16px;
      align-items: center;
    }
    mat-form-field {
      width: 16rem;
    }
  `,
})
export class WaysView {
  private readonly service = inject(JobService);
  /** The port that the person came from. */
  readonly port = input<string>();
  protected readonly stateWords = STATE_WORDS;
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly said = signal<string | undefined>(undefined);
  private readonly work = computed(() => {
    this.service.workspace();
    return this.service.focus();
  });
  protected readonly joined = computed((): readonly Joined[] =>
    (this.work()?.joints ?? []).flatMap((joint) => {
      // A joint behind a piece that was put between is no line of its own.
      const own = joint.line?.behind === undefined ? joint.line : undefined;
      return joint.drawn?.kind === 'port' && own ? [{ position: own.position, joint }] : [];
    }),
  );
  /** The line that is open: the one that was asked for, else the first that does not go together. */
  protected readonly position = linkedSignal(() => {
    const [asked, all] = [this.port(), this.joined()];
    const open = all.find(({ joint }) => joint.state === 'does-not-fit') ?? all[0];
    return (all.find(({ position }) => position === asked) ?? open)?.position ?? '';
  });
  protected readonly current = computed(() => this.joined().find(({ position }) => position === this.position()));
  protected readonly takenWay = computed(() =>
    this.current()
      ?.joint.checks.flatMap(({ fixes }) => fixes)
      .find(({ key, accepted }) => accepted && key === `way@${this.position()}`),
  );
  /** What the job knows of the port and of the line’s end, as they would be typed. */
  protected readonly known = computed((): Partial<TypedWay> => {
    const faces = this.current()?.joint.drawn?.faces ?? [];
    const of = (side: 'unit' | 'vehicle', name: AttributeName): string | undefined => {
      const value = faces.find((face) => face.side === side)?.facts.find((f) => f.attribute === name)?.value;
      return typeof value === 'string' ? value : undefined;
    };
    const seat = SEAT_FORMS.find((form) => form === of('unit', 'port-seat'));
    const flare = LINE_FLARES.find((form) => form === of('vehicle', 'port-seat'));
    const tube = TUBE_NAMES.find((name) => name === of('vehicle', 'tube'));
    return {
      port: of('unit', 'port-thread') ?? '',
      seat: seat ?? '',
      nut: of('vehicle', 'port-thread') ?? '',
      flare: flare ?? '',
      tube: tube ?? '',
      hose: this.current()?.joint.line?.what === 'hose',
    };
  });

  /**
   * Pieces and a new end are laid into the chain; where a made-up line, a tee or a plug is part of it each thing is a
   * line of the list.
   */
  protected async take(way: Way): Promise<void> {
    const [work, at] = [this.work(), this.position()];
    if (!work) return;
    const notes = notesOf(way);
    if (notes) {
      if (notes.length === 0) return this.said.set('It goes in as it is: nothing is ordered.');
      const subject = `fix:${work.slot}/way@${at}`;
      this.problem.set(
        await this.service.decide(subject, 'accepted', way.steps.map((s) => s.words).join(' '), wayText(notes)),
      );
      this.said.set(this.problem() ? undefined : 'Taken: it is on the parts list, and the joint is judged with it.');
      return;
    }
    const reason = `way from the port ${at.replace('-', ' ')} to its line`;
    for (const { do: act, item, words } of way.steps) {
      if (act === 'screw-in') continue;
      const problem = await this.service.addToPartsList(item?.name ?? words, item?.number ?? '', 1, reason);
      this.problem.set(problem);
      if (problem !== undefined) return this.said.set(undefined);
    }
    this.said.set('On the parts list by hand: the joint stays open until it is measured.');
  }

  protected async undo(): Promise<void> {
    const work = this.work();
    if (work) this.problem.set(await this.service.undecide(`fix:${work.slot}/way@${this.position()}`));
    this.said.set(undefined);
  }
}

/** What a decision keeps of a way; undefined where it holds something that is no piece between and no new end. */
function notesOf({ steps }: Way): readonly WayNote[] | undefined {
  const notes: WayNote[] = [];
  for (const { do: act, item, thread = '', seat } of steps) {
    if (act === 'screw-in') continue;
    if (act === 'reflare' && seat !== undefined) notes.push({ do: act, thread, seat });
    else if ((act === 'adapter' || act === 'union') && item && seat !== undefined)
      notes.push({ do: act, key: item.key, thread, seat });
    else return undefined;
  }
  return notes;
}
