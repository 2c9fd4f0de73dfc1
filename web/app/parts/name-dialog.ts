import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Person } from '../api/person';

/** Asks for the name that every entry will carry. */
@Component({
  selector: 'app-name-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatDialogModule, MatFormFieldModule, MatInputModule, MatButtonModule],
  template: `
    <form (submit)="save($event)">
      <h2 mat-dialog-title>Who works here?</h2>
      <mat-dialog-content>
        <p class="quiet">Evidence, decisions and overrides carry this name. It is not checked.</p>
        <mat-form-field appearance="outline" style="width: 100%">
          <mat-label>Your name</mat-label>
          <input
            matInput
            cdkFocusInitial
            maxlength="60"
            [value]="name()"
            (input)="name.set($any($event.target).value)"
          />
        </mat-form-field>
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button matButton type="button" mat-dialog-close>Cancel</button>
        <button matButton="filled" type="submit" [disabled]="name().trim() === ''">Keep</button>
      </mat-dialog-actions>
    </form>
  `,
})
export class NameDialog {
  private readonly person = inject(Person);
  private readonly ref = inject<MatDialogRef<NameDialog, boolean>>(MatDialogRef);
  protected readonly name = signal(this.person.name());

  protected save(event: Event): void {
    event.preventDefault();
    if (this.name().trim() === '') return;
    this.person.set(this.name());
    this.ref.close(true);
  }
}
