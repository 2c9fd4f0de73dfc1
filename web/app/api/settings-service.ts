import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, map, of } from 'rxjs';
import { type Settings, settingsWith, STANDARD_SETTINGS } from '@kerabat/core/named/settings';
import { Api } from './api';

/** The workshop's figures for what is computed in the browser; the shipped ones until the server has answered. */
@Injectable()
export class SettingsService {
  readonly current = toSignal<Settings, Settings>(
    inject(Api)
      .call('get', '/settings')
      .pipe(
        map(({ settings }) => settingsWith(Object.fromEntries(settings.map((s) => [s.key, s.value])))),
        catchError(() => of(STANDARD_SETTINGS)),
      ),
    { initialValue: STANDARD_SETTINGS },
  );
}
