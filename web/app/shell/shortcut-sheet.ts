import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatDialogModule } from '@angular/material/dialog';
import { Cell, DataTable } from '../parts/data-table';
import { Shortcuts } from '../parts/shortcuts';

@Component({
  selector: 'app-shortcut-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, MatDialogModule, MatButtonModule, MatCheckboxModule],
  template: `
    <h2 mat-dialog-title>Keys of this screen</h2>
    <mat-dialog-content>
      <app-data-table [rows]="list" words="Keys" [bare]="true">
        <ng-container *appCell="'key'; let s; of: list; head: true"
          ><span class="mono">{{ s.keys }}</span></ng-container
        >
        <ng-container *appCell="'what it does'; let s; of: list">{{ s.words }}</ng-container>
      </app-data-table>
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
