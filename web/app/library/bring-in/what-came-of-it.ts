import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ImportView } from '@kerabat/contract';
import { Api } from '../../api/api';
import { Cell, DataTable } from '../../parts/data-table';

/** What an import would do, or has done: counts, what was rejected and why, what was there and is otherwise now. */
@Component({
  selector: 'app-what-came-of-it',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable],
  template: `
    @if (view().report; as report) {
      <h2>{{ report.refused ? 'Nothing went in' : report.dryRun ? 'What would happen' : 'Brought in' }}</h2>
      @if (report.refused) {
        <p class="problem" role="alert">{{ report.refused }}</p>
      }
      <app-data-table [rows]="counted()" words="Rows of each sheet">
        <ng-container *appCell="'rows'; let sheet; of: counted(); head: true"
          >{{ sheet.rows }} {{ sheet.table }}</ng-container
        >
        <ng-container *appCell="'new'; let sheet; of: counted(); figure: true">{{ sheet.added }}</ng-container>
        <ng-container *appCell="'changed'; let sheet; of: counted(); figure: true">{{ sheet.changed }}</ng-container>
        <ng-container *appCell="'as they were'; let sheet; of: counted(); figure: true">{{ sheet.same }}</ng-container>
        <ng-container *appCell="'rejected'; let sheet; of: counted(); figure: true">
          <span [class.needs-you]="sheet.rejected > 0">{{ sheet.rejected }}</span>
          @if (sheet.rejected > 0) {
            <a
              [href]="
                api.address('/imports/{id}/rejects/{sheet}', { at: { id: view().id, sheet: indexOf(sheet.sheet) } })
              "
              [attr.aria-label]="'Rejected rows of ' + sheet.sheet + ' as a file'"
              >as a file</a
            >
          }
        </ng-container>
      </app-data-table>
      @if (rejects().length > 0) {
        <h3>Rejected, and why</h3>
        <ul class="plain">
          @for (r of rejects(); track $index) {
            <li>
              <span class="mono">{{ r.place }}</span> {{ r.reason }}
            </li>
          }
        </ul>
      }
      @if (report.changes.length > 0) {
        <h3>{{ report.dryRun ? 'Will change' : 'Changed' }}</h3>
        <ul class="plain">
          @for (c of report.changes.slice(0, 12); track $index) {
            <li>
              {{ c.words }}: <span class="quiet">{{ c.before }}</span> → {{ c.after }}
            </li>
          }
        </ul>
      }
    }
  `,
  styleUrl: './bring-in.scss',
})
export class WhatCameOfIt {
  protected readonly api = inject(Api);
  readonly view = input.required<ImportView>();
  protected readonly counted = computed(() => (this.view().report?.sheets ?? []).filter((sheet) => sheet.rows > 0));
  protected readonly rejects = computed(() => {
    const sheets = this.view().report?.sheets ?? [];
    return sheets
      .flatMap((sheet) =>
        sheet.rejects.map(({ line, reason }) => ({
          place: `${sheets.length > 1 ? `${sheet.sheet}, ` : ''}line ${line}`,
          reason,
        })),
      )
      .slice(0, 30);
  });

  protected indexOf(sheet: string): number {
    return this.view().sheets.findIndex((s) => s.sheet === sheet);
  }
}
