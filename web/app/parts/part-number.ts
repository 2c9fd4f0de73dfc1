import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A part number, in the face that cannot confuse 0 and O. */
@Component({
  selector: 'app-part-number',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<span class="mono">{{ number() }}</span>`,
  styles: `
    :host {
      display: inline-block;
    }
    span {
      white-space: nowrap;
      margin-right: 6px;
      font-weight: 600;
    }
  `,
})
export class PartNumber {
  readonly number = input.required<string>();
}
