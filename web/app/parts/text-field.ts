import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';

/** A field for a designation or a plain figure, whose text its owner reads. */
@Component({
  selector: 'app-text-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        #field
        matInput
        class="mono"
        autocomplete="off"
        [attr.inputmode]="figure() ? 'decimal' : null"
        [placeholder]="placeholder()"
        [value]="text()"
        (input)="text.set(field.value)"
      />
    </mat-form-field>
  `,
  styles: `
    :host,
    mat-form-field {
      display: block;
    }
  `,
})
export class TextField {
  readonly label = input.required<string>();
  readonly placeholder = input('');
  /** A plain figure: a phone shows its figures. */
  readonly figure = input(false);
  readonly text = model('');
}
