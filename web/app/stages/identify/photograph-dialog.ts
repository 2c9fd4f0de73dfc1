import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import type { PhotographView } from '@kerabat/contract';
import type { JobService } from '../../job/job-service';
import { ProblemLine } from '../../parts/problem-line';
import { lookup } from '@kerabat/core/base/lookup';

/** One photograph, large, with the spots that are marked on it. A new spot is set by a click or by the arrow keys. */
@Component({
  selector: 'app-photograph-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatInputModule, MatFormFieldModule, ReactiveFormsModule, MatDialogModule, MatButtonModule, ProblemLine],
  template: `
    <h2 mat-dialog-title>{{ photograph().shows }}</h2>
    <mat-dialog-content>
      <p class="quiet small">
        {{ photograph().by }}, {{ photograph().at.slice(0, 10) }}, {{ photograph().width }} × {{ photograph().height }}
        @if (photograph().withdrawn; as gone) {
          <strong>withdrawn by {{ gone.by }}</strong>
        }
      </p>
      <div class="picture">
        <button
          matButton
          type="button"
          class="spotter"
          [disabled]="!!photograph().withdrawn"
          (click)="point($event)"
          aria-label="Set a spot on the photograph"
        >
          <img [src]="data.service.pictureUrl(photograph().id)" [alt]="photograph().shows" />
        </button>
        @for (mark of photograph().marks; track $index) {
          <span class="spot" [style.left.%]="mark.x * 100" [style.top.%]="mark.y * 100"
            ><i aria-hidden="true"></i>{{ mark.words }}</span
          >
        }
        @if (spot(); as s) {
          <span class="spot new" [style.left.%]="s.x * 100" [style.top.%]="s.y * 100"
            ><i aria-hidden="true"></i>{{ words() || 'here' }}</span
          >
        }
      </div>
      @if (!photograph().withdrawn) {
        <form (submit)="$event.preventDefault(); mark()">
          <mat-form-field>
            <mat-label>Mark a spot: what is to be seen there</mat-label>
            <input matInput maxlength="120" autocomplete="off" [formControl]="field" (keydown)="nudge($event)" />
          </mat-form-field>
          <button matButton="outlined" type="submit">Mark</button>
          <span class="quiet small">click on the picture, or Alt with the arrow keys</span>
        </form>
      }
      <app-problem-line [text]="problem()" />
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      @if (!photograph().withdrawn) {
        <button matButton type="button" (click)="withdraw()">Withdraw this photograph</button>
      }
      <button matButton="outlined" mat-dialog-close>Close</button>
    </mat-dialog-actions>
  `,
  styles: `
    .picture {
      position: relative;
      display: inline-block;
      max-width: 100%;
    }
    .spotter {
      border: 0;
      padding: 0;
      background: none;
      display: block;
    }
    img {
      display: block;
      max-width: 100%;
      max-height: 56vh;
      cursor: crosshair;
    }
    .spot {
      position: absolute;
      transform: translate(-7px, -7px);
      display: inline-flex;
      gap: 4px;
      align-items: center;
      pointer-events: none;
      background: var(--raised);
      color: var(--ink);
      border: 1px solid var(--ink);
      border-radius: 9px;
      padding: 0 7px 0 2px;
      font-size: var(--size-small);
      line-height: 16px;
    }
    .spot i {
      width: 10px;
      height: 10px;
      border-radius: 50%;
      background: var(--ink);
    }
    .spot.new {
      border-style: dashed;
    }
    form {
      display: flex;
      gap: 10px;
      align-items: center;
      flex-wrap: wrap;
      margin-top: 10px;
    }
    mat-form-field {
      width: 20rem;
    }
  `,
})
export class PhotographDialog {
  protected readonly data = inject<{ photograph: PhotographView; service: JobService }>(MAT_DIALOG_DATA);
  protected readonly field = new FormControl('', { nonNullable: true });
  protected readonly words = toSignal(this.field.valueChanges, { initialValue: '' });
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly spot = signal<{ x: number; y: number } | undefined>(undefined);
  /** As the job has it now: a mark that was just made is there at once. */
  protected readonly photograph = computed(() => {
    const now = this.data.service.workspace()?.work.flatMap((w) => w.photographs);
    return now?.find((p) => p.id === this.data.photograph.id) ?? this.data.photograph;
  });

  protected point(event: MouseEvent): void {
    const frame = (event.currentTarget as HTMLElement).getBoundingClientRect();
    // A key that presses the button has no place: the spot starts in the middle.
    if (event.detail === 0) return this.spot.set({ x: 0.5, y: 0.5 });
    this.spot.set({
      x: within((event.clientX - frame.left) / frame.width),
      y: within((event.clientY - frame.top) / frame.height),
    });
  }

  /** Alt with an arrow key moves the spot, for whoever works without a mouse. */
  protected nudge(event: KeyboardEvent): void {
    const step = lookup(STEPS, event.key);
    if (!event.altKey || !step) return;
    event.preventDefault();
    const { x, y } = this.spot() ?? { x: 0.5, y: 0.5 };
    this.spot.set({ x: within(x + step[0]), y: within(y + step[1]) });
  }

  protected async mark(): Promise<void> {
    if (this.words().trim() === '') return this.problem.set('Say what is to be seen there.');
    const { x, y } = this.spot() ?? { x: 0.5, y: 0.5 };
    const problem = await this.data.service.markPhotograph(this.photograph().id, { x, y, words: this.words().trim() });
    this.problem.set(problem);
    if (problem !== undefined) return;
    this.field.setValue('');
    this.spot.set(undefined);
  }

  protected async withdraw(): Promise<void> {
    this.problem.set(await this.data.service.withdrawPhotograph(this.photograph().id));
  }
}

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-0.02, 0],
  ArrowRight: [0.02, 0],
  ArrowUp: [0, -0.02],
  ArrowDown: [0, 0.02],
};

const within = (share: number): number => Math.round(Math.min(1, Math.max(0, share)) * 1000) / 1000;
