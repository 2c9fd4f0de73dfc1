import { DatePipe, DOCUMENT } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import type { ToRecordView } from '@kerabat/contract';
import { Api } from '../../api/api';
import { Cell, DataTable } from '../../parts/data-table';
import { PartNumber } from '../../parts/part-number';
import { ProblemLine } from '../../parts/problem-line';
import { RecordService } from './record-service';

/** So many lines are told at once. */
const SHOWN = 12;
/** So many units of a line are named before the rest is counted. */
const NAMED = 4;

/** What to measure once and record, so that the next jobs ask less: by trial on the workshop's own catalogue. */
@Component({
  selector: 'app-record-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, DatePipe, MatButtonModule, MatProgressBarModule, PartNumber, ProblemLine, RouterLink],
  providers: [RecordService],
  template: `
    <div class="page">
      <div class="row head">
        <h1>What to record next</h1>
        <button matButton="filled" type="button" class="try no-print" [disabled]="running()" (click)="service.begin()">
          {{ answer()?.lines ? 'Try again' : 'Try it on this catalogue' }}
        </button>
        @if (lines().length > 0) {
          <button matButton="outlined" type="button" class="no-print" (click)="print()">Print the list</button>
          <a matButton="outlined" class="no-print" [href]="api.recordNextCsv" download>CSV</a>
        }
      </div>
      <p class="lead">
        Jobs are worked out for the vehicles and units of this catalogue, as it is and with one thing more on record
        each time. What is saved is what nobody has to measure or ask any more.
      </p>
      <app-problem-line [text]="service.problem()" />
      @if (running()) {
        <mat-progress-bar mode="determinate" [value]="share()" [attr.aria-label]="'Trying jobs: ' + told()" />
        <p class="small" aria-live="polite">{{ told() }}</p>
      }
      @if (answer(); as a) {
        @if (a.at) {
          <p class="small quiet">
            {{ a.jobs }} jobs tried, {{ a.at | date: 'd MMM y, HH:mm' }}.
            @if (a.stale) {
              <strong class="needs-you">The catalogue has changed since: try again.</strong>
            }
          </p>
        }
        @if (lines().length > 0) {
          <app-data-table [rows]="lines()" words="What to record next" [track]="byKey">
            <ng-container *appCell="'done'; let line; of: lines(); unseen: true; width: '3%'">
              <span class="box" aria-hidden="true"></span>
            </ng-container>
            <ng-container *appCell="'record'; let line; of: lines(); head: true; width: '27%'">
              {{ line.words }}
              <div class="small quiet">
                {{ line.of === 'unit' ? line.place : 'on the vehicle, at its ' + line.place }}
              </div>
            </ng-container>
            <ng-container *appCell="'of'; let line; of: lines()">
              <ul>
                @for (one of named(line); track one.id) {
                  <li>
                    @if (line.of === 'unit') {
                      <a [routerLink]="['/units', one.id]">{{ one.name }}</a>
                      @if (one.number) {
                        <app-part-number class="number" [number]="one.number" />
                      }
                    } @else {
                      {{ one.name }}
                    }
                  </li>
                }
              </ul>
              @if (line.where.length > most) {
                <span class="small quiet">and {{ line.where.length - most }} more</span>
              }
            </ng-container>
            <ng-container *appCell="'jobs'; let line; of: lines(); figure: true">{{ line.jobs }}</ng-container>
            <ng-container *appCell="'minutes saved'; let line; of: lines(); figure: true">{{
              line.minutes
            }}</ng-container>
            <ng-container *appCell="'open checks closed'; let line; of: lines(); figure: true">{{
              line.notKnown
            }}</ng-container>
          </app-data-table>
          @if (more() > 0) {
            <button matButton type="button" class="no-print" (click)="all.set(true)">{{ more() }} more</button>
          }
        } @else if (a.state === 'done') {
          <p>Nothing that is missing would have saved anything in these jobs.</p>
        }
      }
    </div>
  `,
  styles: `
    .head h1 {
      flex: 1;
    }
    .lead {
      max-width: 60rem;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    .number {
      margin-left: 8px;
    }
    .box {
      display: inline-block;
      width: 14px;
      height: 14px;
      border: 1px solid var(--ink);
    }
  `,
})
export class RecordPage {
  protected readonly service = inject(RecordService);
  protected readonly api = inject(Api);
  private readonly document = inject(DOCUMENT);
  protected readonly most = NAMED;
  protected readonly all = signal(false);
  protected readonly answer = this.service.answer;
  protected readonly running = computed(() => this.answer()?.state === 'running');
  protected readonly share = computed(() => {
    const { done = 0, of = 0 } = this.answer()?.progress ?? {};
    return of === 0 ? 0 : (100 * done) / of;
  });
  protected readonly told = computed(() => {
    const { done = 0, of = 0 } = this.answer()?.progress ?? {};
    return of === 0 ? 'Reading the catalogue …' : `${done} of ${of} jobs tried`;
  });
  private readonly every = computed(() => this.answer()?.lines ?? []);
  protected readonly lines = computed(() => (this.all() ? this.every() : this.every().slice(0, SHOWN)));
  protected readonly more = computed(() => this.every().length - this.lines().length);
  protected byKey = (_: number, { key }: ToRecordView): string => key;
  protected named = ({ where }: ToRecordView): ToRecordView['where'] => where.slice(0, NAMED);

  constructor() {
    this.service.look();
  }

  protected print(): void {
    this.all.set(true);
    // The rest of the list has to stand in the page first.
    setTimeout(() => this.document.defaultView?.print());
  }
}
