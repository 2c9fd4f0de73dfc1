import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import type { DemoSeen } from '@kerabat/contract';

/** Says what goes when the demo goes, before it does. Closing with true removes it. */
@Component({
  selector: 'app-demo-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>Remove the demo data?</h2>
    <mat-dialog-content>
      <ul>
        <li>
          {{ seen.units }} units, {{ seen.vehicles }} vehicles, {{ seen.numbers }} numbers and
          {{ seen.links }} cross-references go, all of them made up.
        </li>
        @if (seen.own > 0) {
          <li>
            {{ seen.own }} {{ seen.own === 1 ? 'entry' : 'entries' }} that people here made about made-up parts go with
            them.
          </li>
        }
        @if (seen.jobs > 0) {
          <li>{{ seen.jobs }} demo jobs are deleted for good.</li>
        }
        <li>Everything else stays. Undo, here or in the history, brings the catalogue back.</li>
      </ul>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton [mat-dialog-close]="false" cdkFocusInitial>Cancel</button>
      <button matButton="outlined" [mat-dialog-close]="true">Remove demo data</button>
    </mat-dialog-actions>
  `,
  styles: `
    ul {
      padding-left: 18px;
      margin: 0;
    }
    li + li {
      margin-top: 6px;
    }
  `,
})
export class DemoDialog {
  protected readonly seen = inject<DemoSeen>(MAT_DIALOG_DATA);
}
