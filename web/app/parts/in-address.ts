import { effect, inject, signal, untracked, type WritableSignal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router } from '@angular/router';
import { filter } from 'rxjs';

/**
 * A value of a view that is kept in the address, under a name: what was filtered can be linked, goes with Back, and is
 * there after a reload. Nothing is written where it is as it is without being said. To be called where a component is
 * made.
 */
export function inAddress(name: string, unsaid = ''): WritableSignal<string> {
  const router = inject(Router);
  const said = (): string => router.parseUrl(router.url).queryParamMap.get(name) ?? unsaid;
  const value = signal(said());
  const path = router.url.split('?')[0];
  router.events
    .pipe(
      filter((event) => event instanceof NavigationEnd && event.urlAfterRedirects.split('?')[0] === path),
      takeUntilDestroyed(),
    )
    .subscribe(() => value.set(said()));
  effect(() => {
    const now = value();
    untracked(() => {
      if (now === said()) return;
      void router.navigate([], {
        queryParams: { [name]: now === unsaid ? null : now },
        queryParamsHandling: 'merge',
        replaceUrl: true,
      });
    });
  });
  return value;
}
