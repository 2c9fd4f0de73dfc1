import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { ReactiveFormsModule, type FormControl } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';

/**
 * A control of a form as a field: what is typed is written as it is, and what is wrong with it stands below it in
 * words.
 */
@Component({
  selector: 'app-control-field',
  host: { '[attr.id]': 'null' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  template: `
    <mat-form-field [class.tight]="bare()">
      @if (!bare()) {
        <mat-label>{{ label() }}</mat-label>
      }
      <input
        matInput
        class="mono"
        autocomplete="off"
        [formControl]="control()"
        [id]="id()"
        [attr.maxlength]="most()"
        [attr.inputmode]="figure() ? 'decimal' : null"
        [attr.aria-label]="name() ?? (bare() ? label() : null)"
        [placeholder]="hint()"
      />
      <mat-error>{{ control().errors?.['words'] ?? otherwise() }}</mat-error>
    </mat-form-field>
  `,
  styles: `
    :host,
    mat-form-field {
      display: block;
    }
  `,
})
export class ControlField {
  private static count = 0;
  /** For whoever puts the focus there. */
  readonly id = input(`control-${ControlField.count++}`);
  readonly control = input.required<FormControl<string>>();
  readonly label = input.required<string>();
  /** In a table the head names it: its label is only heard. */
  readonly bare = input(false);
  /** What it is called where the label alone would not tell it from others. */
  readonly name = input<string>();
  readonly hint = input('');
  readonly most = input(30);
  /** A plain figure: a phone shows its figures. */
  readonly figure = input(false);
  /** What is said of a field that is wrong and has no words of its own. */
  readonly otherwise = input('');
}
