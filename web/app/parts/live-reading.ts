import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Instruments, type LiveReading, readingText, TAKE_KEY } from '../api/instruments';
import { MatButtonModule } from '@angular/material/button';

/**
 * What the caliper (or the pitch gauge) shows, beside the field that can take it. Nothing is shown when there is none.
 */
@Component({
  selector: 'app-live-reading',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    @if (reading(); as live) {
      <span class="live small">
        {{ live.device === 'caliper' ? 'caliper' : 'pitch gauge' }} <strong class="mono">{{ text() }}</strong>
        @for (note of live.notes; track note) {
          <span class="needs-you">{{ note }}</span>
        }
        <button matButton type="button" (click)="taken.emit(live)" (mousedown)="$event.preventDefault()">
          take <kbd>{{ key }}</kbd>
        </button>
      </span>
    } @else if (instruments.trouble(); as trouble) {
      <span class="live small needs-you">{{ trouble }}</span>
    }
  `,
  styles: `
    .live {
      display: inline-flex;
      gap: 8px;
      align-items: baseline;
      white-space: nowrap;
    }
  `,
})
export class LiveReadingPart {
  protected readonly instruments = inject(Instruments);
  protected readonly key = TAKE_KEY;
  readonly pitch = input(false);
  readonly taken = output<LiveReading>();
  readonly reading = computed(() => (this.pitch() ? this.instruments.pitchGauge() : this.instruments.caliper()));
  protected readonly text = computed(() => {
    const live = this.reading();
    return live ? readingText(live) : '';
  });
}
