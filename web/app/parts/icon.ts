import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** One glyph of @mdi/js as an inline SVG; decorative, so it is hidden from readers. */
@Component({
  selector: 'app-icon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 24 24" [attr.width]="size()" [attr.height]="size()" aria-hidden="true">
    <path [attr.d]="path()" fill="currentColor" />
  </svg>`,
  styles: `
    :host {
      display: inline-flex;
      vertical-align: middle;
    }
  `,
})
export class Icon {
  readonly path = input.required<string>();
  readonly size = input(20);
}
