import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatDialogModule } from '@angular/material/dialog';
import { Shortcuts } from '../parts/shortcuts';

@Component({
  selector: 'app-shortcut-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatDialogModule, MatButtonModule, MatCheckboxModule],
  template: `
    <h2 mat-dialog-title>Keys of this screen</h2>
    <mat-dialog-content>
      <table class="plain">
        <tbody>
          @for (s of list; track s.keys) {
            <tr>
              <th scope="row" class="mono">{{ s.keys }}</th>
              <td>{{ s.words }}</td>
            </tr>
          }
        </tbody>
      </table>
      <mat-checkbox [checked]="shortcuts.on()" (change)="shortcuts.toggle($event.checked)"
        >Single-key shortcuts</mat-checkbox
      >
    </mat-dialog-content>
    <mat-dialog-actions align="end"
      ><button matButton mat-dialog-close cdkFocusInitial>Close</button></mat-dialog-actions
    >
  `,
})
export class ShortcutSheet {
  protected readonly shortcuts = inject(Shortcuts);
  protected readonly list = this.shortcuts.here();
}
