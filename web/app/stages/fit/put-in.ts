import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import type { SlotWork, UnitSummary } from '@kerabat/contract';
import { findSlot } from '@kerabat/core/strip';
import { KIND_WORDS } from '@kerabat/core/unit';
import { Api } from '../../api/api';
import { problemOf } from '../../api/problem';
import { JobService } from '../../jobs/job-service';
import { TakesFocus } from '../../parts/focus';
import { ProblemLine } from '../../parts/problem-line';

/** Puts a unit into a place of the chain: one from the catalogue, or one that is in no catalogue, by its dimensions. */
@Component({
  selector: 'app-put-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TakesFocus, MatButtonModule, RouterLink, ProblemLine],
  template: `
    <button type="button" class="act" [attr.aria-expanded]="open()" (click)="open.set(!open())">
      {{ work().chosen ? 'Another unit…' : 'Put a unit in…' }}
    </button>
    @if (open()) {
      <div class="panel">
        <form (submit)="search($event)">
          <label
            >From the catalogue
            <input
              class="field"
              appTakesFocus
              name="q"
              autocomplete="off"
              placeholder="name, maker, number"
              (input)="q.set($any($event.target).value)"
          /></label>
          <button matButton="outlined" type="submit">Look</button>
        </form>
        @if (found(); as units) {
          <ul class="plain">
            @for (unit of units; track unit.id) {
              <li>
                <button
                  type="button"
                  class="act"
                  (click)="put(unit.id)"
                  [attr.aria-label]="'Put in ' + unit.maker + ' ' + unit.name"
                >
                  Put in
                </button>
                {{ unit.maker }} {{ unit.name }} <span class="mono small">{{ unit.bore }}</span>
              </li>
            } @empty {
              <li>No {{ kindWords() }} like this.</li>
            }
          </ul>
        }
        <form (submit)="own($event)">
          <label
            >By its dimensions, called
            <input class="field" name="name" maxlength="80" placeholder="universal, second-hand…"
          /></label>
          @if (kinds().length > 1) {
            <label>
              It is a
              <select class="field" name="kind">
                @for (k of kinds(); track k) {
                  <option [value]="k">{{ words[k] }}</option>
                }
              </select>
            </label>
          }
          <button matButton="outlined" type="submit">Put it in</button>
        </form>
        <a routerLink="../../kin" class="small">From its kin</a>
        <app-problem-line [text]="problem()" />
      </div>
    }
  `,
  styles: `
    .panel {
      background: var(--raised);
      border: 1px solid var(--line);
      border-radius: 4px;
      padding: 8px;
      margin: 4px 0;
      display: grid;
      gap: 8px;
      min-width: 260px;
      position: relative;
      z-index: 1;
    }
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: end;
    }
    label {
      display: grid;
      font-size: 13px;
    }
  `,
})
export class PutIn {
  private readonly service = inject(JobService);
  private readonly api = inject(Api);
  readonly work = input.required<SlotWork>();
  protected readonly open = signal(false);
  protected readonly q = signal('');
  protected readonly found = signal<readonly UnitSummary[] | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly words = KIND_WORDS;
  protected readonly kinds = computed(() => findSlot(this.work().slot)?.kinds ?? []);
  protected readonly kindWords = computed(() =>
    this.kinds()
      .map((k) => KIND_WORDS[k])
      .join(' or '),
  );

  protected async search(event: Event): Promise<void> {
    event.preventDefault();
    try {
      const lists = await Promise.all(
        this.kinds().map((kind) => firstValueFrom(this.api.units(kind, this.q().trim()))),
      );
      this.found.set(lists.flatMap((list) => list.units).slice(0, 12));
      this.problem.set(undefined);
    } catch (error) {
      this.problem.set(problemOf(error).detail);
    }
  }

  protected async put(choice: string): Promise<void> {
    await this.decide(choice, 'put in by hand');
  }

  protected async own(event: Event): Promise<void> {
    event.preventDefault();
    const form = new FormData(event.target as HTMLFormElement);
    const kind = String(form.get('kind') ?? this.kinds()[0] ?? '');
    const name = String(form.get('name') ?? '').trim();
    await this.decide(`own:${kind}`, 'by its dimensions', name === '' ? 'unit by its dimensions' : name);
  }

  private async decide(choice: string, reason: string, detail?: string): Promise<void> {
    const problem = await this.service.decide(`unit:${this.work().slot}`, choice, reason, detail);
    this.problem.set(problem);
    if (problem === undefined) this.open.set(false);
  }
}
