import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { map, type Observable, of, switchMap } from 'rxjs';
import type { Job, NewJob } from '@kerabat/contract';
import { Api } from '../api/api';
import { Drafts } from '../api/drafts';
import { Acting } from '../parts/acting';
import { ProblemLine } from '../parts/problem-line';
import { AskForm, BLANK } from '../stages/ask/ask-form';
import { COMPLAINTS, REQUESTS } from '@kerabat/core/find/ask';
import { SLOTS } from '@kerabat/core/vehicle/place';

/** Opens a job: the first half of Ask. */
@Component({
  selector: 'app-new-job',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AskForm, ProblemLine],
  template: `
    <div class="page" style="max-width: 1080px">
      <h1 style="margin-bottom: 12px">New job</h1>
      <app-problem-line [text]="problem()" />
      <app-ask-form [start]="start()" [draft]="draft()" (saved)="open($event)" />
    </div>
  `,
})
export class NewJobPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly acting = inject(Acting);
  private readonly drafts = inject(Drafts);
  /** A vehicle chosen in the quick box. */
  readonly vehicle = input<string>();
  /** What a whole call said: the unit, what is wrong, and its words. */
  readonly slot = input<string>();
  readonly complaint = input<string>();
  readonly words = input<string>();
  readonly request = input<string>();
  /** The conversion that is planned as soon as the job is open. */
  readonly conversion = input<string>();
  /** "alone": the unit stays and only its seals are ordered. */
  readonly kit = input<string>();
  protected readonly start = computed<NewJob>(() => ({
    ...BLANK,
    vehicleId: this.vehicle() ?? null,
    slot: SLOTS.find(({ slot }) => slot === this.slot())?.slot ?? null,
    complaints: COMPLAINTS.filter(({ id }) => id === this.complaint()).map(({ id }) => id),
    words: this.words() ?? '',
    request: REQUESTS.find(({ id }) => id === this.request())?.id ?? BLANK.request,
  }));
  /** Kept for the vehicle and the place that were asked for. */
  protected readonly draft = computed(() => ['new-job', this.vehicle(), this.slot()].filter(Boolean).join('/'));
  protected readonly problem = signal<string | undefined>(undefined);

  /** Where the job goes on: a conversion is planned, a kit is chosen, else it is asked about. */
  private begins(): readonly string[] {
    return this.conversion() ? ['fit', 'plan'] : this.kit() ? ['kit'] : ['ask'];
  }

  /** A kit that was asked for alone: the unit stays. */
  private sealed(job: Job): Observable<Job> {
    const { slot } = job;
    if (!this.kit() || slot === null) return of(job);
    const stays = { value: { choice: 'yes' }, reason: 'the kit alone' };
    return this.api
      .call('put', '/jobs/{id}/decisions/{subject}', {
        at: { id: job.id, subject: `reseal:${slot}` },
        body: stays,
        seen: 0,
        whole: true,
      })
      .pipe(map(() => job));
  }

  protected open(fields: NewJob): void {
    this.acting
      .act(this.api.call('post', '/jobs', { body: fields }).pipe(switchMap((job) => this.sealed(job))))
      .subscribe(({ answer, problem }) => {
        this.problem.set(problem);
        if (!answer) return;
        this.drafts.drop(this.draft());
        void this.router.navigate(['/jobs', answer.id, ...this.begins()], {
          queryParams: this.conversion() ? { conversion: this.conversion() } : {},
        });
      });
  }
}
