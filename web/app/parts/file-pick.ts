import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';

/** A button that lets a file be chosen; the browser’s own control stays out of sight and does the work. */
@Component({
  selector: 'app-file-pick',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <button matButton="outlined" type="button" (click)="file.click()">{{ label() }}</button>
    <input
      #file
      class="hidden-text"
      type="file"
      tabindex="-1"
      aria-hidden="true"
      [accept]="accept()"
      [attr.capture]="capture()"
      (change)="pick(file)"
    />
  `,
})
export class FilePick {
  readonly label = input.required<string>();
  readonly accept = input.required<string>();
  readonly capture = input<'environment' | null>(null);
  readonly picked = output<File>();

  /** The same file can be chosen again: it may have been changed meanwhile. */
  protected pick(field: HTMLInputElement): void {
    const file = field.files?.[0];
    field.value = '';
    if (file) this.picked.emit(file);
  }
}
