import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';

interface Conflict {
  readonly what: string;
  readonly theirs: unknown;
  readonly mine: unknown;
}

/** Shows both versions of something that two people changed. Closing with true puts mine over theirs. */
@Component({
  selector: 'app-conflict-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>Somebody else changed {{ data.what }} while you did</h2>
    <mat-dialog-content>
      <p>Nothing was overwritten. Which one holds?</p>
      <div class="two">
        <section>
          <h3>Theirs, saved</h3>
          <ul>
            @for (line of lines(data.theirs); track line) {
              <li>{{ line }}</li>
            }
          </ul>
        </section>
        <section>
          <h3>Yours, not saved yet</h3>
          <ul>
            @for (line of lines(data.mine); track line) {
              <li>{{ line }}</li>
            }
          </ul>
        </section>
      </div>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton [mat-dialog-close]="false" cdkFocusInitial>Keep theirs</button>
      <button matButton="outlined" [mat-dialog-close]="true">Put mine in its place</button>
    </mat-dialog-actions>
  `,
  styles: `
    .two {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 16px;
    }
    ul {
      padding-left: 18px;
      overflow-wrap: anywhere;
    }
  `,
})
export class ConflictDialog {
  protected readonly data = inject<Conflict>(MAT_DIALOG_DATA);

  /** The fields of a version as readable lines. */
  protected lines(version: unknown): string[] {
    if (version === null || version === undefined) return ['taken back'];
    if (typeof version !== 'object') return [String(version)];
    return Object.entries(version)
      .filter(
        ([key, value]) =>
          value !== null && value !== '' && !['version', 'byHand', 'id', 'subject', 'key'].includes(key),
      )
      .map(
        ([key, value]) =>
          `${key}: ${typeof value === 'object' ? Object.values(value as object).join(', ') : String(value)}`,
      );
  }
}
