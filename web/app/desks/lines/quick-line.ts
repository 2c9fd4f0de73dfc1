import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { debounceTime, of, switchMap } from 'rxjs';
import type { RouteRequest } from '@kerabat/contract';
import { mm, toBase } from '@kerabat/core/base/units';
import { opposite } from '@kerabat/core/named/fitting';
import { BRAKE_THREADS } from '@kerabat/core/named/thread';
import { endRow } from '@kerabat/core/named/tube';
import { lineLength } from '@kerabat/core/tell/words';
import { type CutLine, lineOpening, type LineOrder } from '@kerabat/core/work/line';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';

/**
 * The quick way first: a line that is sold with both ends made and is long enough, with its rest looped; then what it
 * takes to make one.
 */
@Component({
  selector: 'app-quick-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="quick-line">
      <h2 id="quick-line">The quick way first</h2>
      @for (one of sold(); track one.words) {
        <p>
          {{ one.words }} <span class="mono">{{ one.number }}</span>{{ one.price }}: {{ one.rest }}
        </p>
      } @empty {
        <p class="small">{{ none() }}</p>
      }
      <p class="small">
        To make it: {{ tools() }}. Spanners: {{ spanners() }}; a flare nut wrench, or a crowfoot where there is no room.
      </p>
    </section>
  `,
  styles: `
    h2 {
      font-size: var(--size-text);
      margin: 10px 0;
    }
  `,
})
export class QuickLine {
  private readonly api = inject(Api);
  readonly line = input.required<LineOrder>();
  readonly cut = input.required<CutLine>();
  /** The line as a way from what its first end goes into to what its second does. */
  private readonly asked = computed((): RouteRequest | undefined => {
    const { tube, ends } = this.line();
    const [first, second] = ends;
    const open =
      first.nut === undefined || first.flare === 'none'
        ? undefined
        : lineOpening({ nut: first.nut, flare: first.flare });
    if (!open || first.nut === undefined || second.nut === undefined || second.flare === 'none') return undefined;
    return {
      port: opposite(open),
      line: {
        tube: tube.tube,
        nut: first.nut,
        flare: first.flare,
        far: { nut: second.nut, flare: second.flare },
        length: mm(this.cut().developedMm),
      },
    };
  });
  private readonly outcome = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(150),
      switchMap((asked) =>
        asked ? this.api.call('post', '/tools/fittings/route', { body: asked }).pipe(outcome()) : of(undefined),
      ),
    ),
  );
  protected readonly sold = computed(() =>
    (this.outcome()?.answer?.routes ?? [])
      .filter(({ steps }) => steps.length === 1 && steps[0]?.do === 'made-line')
      .flatMap(({ steps: [step] }) => {
        const item = step?.item;
        if (!item) return [];
        const over = item.length === undefined ? undefined : toBase(item.length) - this.cut().developedMm;
        return [
          {
            words: item.name,
            number: item.number ?? '',
            price: item.price === undefined ? '' : `, ${item.price.toFixed(2)}`,
            rest:
              over === undefined
                ? 'its length is not recorded'
                : over < 1
                  ? 'as long as it has to be'
                  : `loop ${lineLength(over)} of it`,
          },
        ];
      }),
  );
  protected readonly none = computed(() =>
    this.asked() === undefined
      ? 'A line with a cut end, or without its nuts, is not sold made up.'
      : (this.outcome()?.problem ?? 'The catalogue has no made-up line with these ends that is long enough.'),
  );
  protected readonly tools = computed(
    () =>
      [...new Set(this.line().ends.map(({ flare }) => endRow(flare).tool ?? ''))].filter((t) => t !== '').join(', ') ||
      'a tube cutter',
  );
  protected readonly spanners = computed(() => {
    const sizes = this.line().ends.flatMap(({ nut, flare }) => {
      const row = BRAKE_THREADS.find(({ designation }) => designation === nut);
      return row ? [`${(flare === 'flare-37' ? row.nut37Hex : undefined) ?? row.usualHex} for ${row.designation}`] : [];
    });
    return [...new Set(sizes)].join('; ') || 'by its nuts';
  });
}
