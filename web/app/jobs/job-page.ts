import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import type { FourState } from '@kerabat/core/fit';
import { ChainStrip } from '../parts/chain-strip';
import { ProblemLine } from '../parts/problem-line';
import { Slip } from '../slip/slip';
import { JobService } from './job-service';

/** One job: the chain on top, the stage in the middle, the slip at the right. */
@Component({
  selector: 'app-job-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatMenuModule, RouterOutlet, RouterLink, RouterLinkActive, ChainStrip, Slip, ProblemLine],
  providers: [JobService],
  template: `
    @if (service.problem(); as problem) {
      <div style="padding: 16px">
        <app-problem-line [text]="problem" />
        <a routerLink="/jobs">To the list of jobs</a>
      </div>
    }
    @if (service.workspace(); as w) {
      <div class="job">
        <header>
          <h1>Job {{ number() }}</h1>
          <p>
            {{ w.job.asker }} · {{ w.vehicle ? w.vehicle.maker + ' ' + w.vehicle.name : 'vehicle not known'
            }}{{ w.job.built ? ', built ' + w.job.built : '' }} · {{ w.job.request }}
          </p>
          @if (others().length > 0) {
            <button matButton type="button" [matMenuTriggerFor]="more">Work on another unit too</button>
            <mat-menu #more>
              @for (link of others(); track link.id) {
                <button mat-menu-item (click)="addSlot(link.slot ?? '')">{{ link.words }}</button>
              }
            </mat-menu>
          }
          @if (w.work.length > 1) {
            <label>
              working on
              <select [value]="service.slot()" (change)="service.slot.set($any($event.target).value)">
                @for (work of w.work; track work.slot) {
                  <option [value]="work.slot" [selected]="work.slot === service.slot()">{{ work.words }}</option>
                }
              </select>
            </label>
          }
        </header>
        <app-problem-line [text]="added()" />
        <app-chain-strip [chain]="w.chain" [focus]="service.slot() ?? ''" (opened)="openJoint($event)" />
        <section class="stage" aria-label="Stage">
          <nav aria-label="Stages">
            @for (stage of stages(); track stage.path) {
              <a [routerLink]="stage.path" routerLinkActive="here" ariaCurrentWhenActive="page">
                {{ stage.words }}<span class="settled" [attr.title]="stage.settled"> {{ stage.settled }}</span>
              </a>
            }
          </nav>
          <div class="work"><router-outlet /></div>
        </section>
        <app-slip />
      </div>
    }
  `,
  styleUrl: './job-page.scss',
})
export class JobPage {
  protected readonly service = inject(JobService);
  private readonly router = inject(Router);
  readonly id = input.required<string>();
  protected readonly number = computed(() => this.id().padStart(4, '0'));

  /** The stages with how much of each is settled. */
  protected readonly stages = computed(() => {
    const w = this.service.workspace();
    const work = this.service.focus();
    const joints = work?.joints ?? [];
    const open = joints.filter((j) => (['does-not-fit', 'not-known'] as FourState[]).includes(j.state)).length;
    const chosenKit = work?.kits.some((k) => k.chosen);
    return [
      { path: 'ask', words: 'Ask', settled: w?.vehicle ? '' : 'vehicle?' },
      { path: 'identify', words: 'Identify', settled: work?.old ? '' : 'open' },
      { path: 'kin', words: 'Kin', settled: work?.chosen ? '' : 'choose' },
      {
        path: 'fit',
        words: 'Fit',
        settled: work?.chosen ? (open === 0 ? '' : `${joints.length - open} of ${joints.length}`) : '',
      },
      { path: 'feel', words: 'Feel', settled: '' },
      { path: 'lines', words: 'Lines', settled: '' },
      { path: 'kit', words: 'Kit', settled: work?.chosen && !chosenKit ? 'no kit' : '' },
    ];
  });

  /** Units of the chain that the job does not work on yet. */
  protected readonly others = computed(() => {
    const w = this.service.workspace();
    return (w?.chain.links ?? []).filter(
      (link) => link.slot && w && w.work.length > 0 && !w.work.some((work) => work.slot === link.slot),
    );
  });
  protected readonly added = signal<string | undefined>(undefined);

  constructor() {
    effect(() => void this.service.load(Number(this.id())));
  }

  protected async addSlot(slot: string): Promise<void> {
    const problem = await this.service.decide(`slot:${slot}`, 'in', 'worked on too');
    this.added.set(problem);
    if (problem === undefined) this.service.slot.set(slot);
  }

  protected openJoint(to: string): void {
    if (this.service.workspace()?.work.some((w) => w.slot === to)) this.service.slot.set(to);
    const work = this.service.workspace()?.work.find((w) => w.slot === to);
    const joint = work?.joints.find((j) => j.place === 'up') ?? work?.joints[0];
    void this.router.navigate(
      ['/jobs', this.id(), 'fit', 'joints'],
      joint ? { queryParams: { joint: `${to}/${joint.id}` } } : {},
    );
  }
}
