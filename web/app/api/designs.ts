import { inject, Injectable } from '@angular/core';
import { catchError, map, of, shareReplay, type Observable } from 'rxjs';
import type { UnitDetail } from '@kerabat/contract';
import type { AttributeName } from '@kerabat/core/named/attribute';
import type { UnitDesign } from '@kerabat/core/named/unit';
import { Api } from './api';

/** Units as the core knows them, for what is drawn and compared here; each is asked for once. */
@Injectable({ providedIn: 'root' })
export class Designs {
  private readonly api = inject(Api);
  private readonly known = new Map<string, Observable<UnitDesign | undefined>>();

  /** The unit's facts, answered once; undefined when the server does not give them. */
  get(id: string): Observable<UnitDesign | undefined> {
    const known = this.known.get(id);
    if (known) return known;
    const asked = this.api.call('get', '/units/{id}', { at: { id } }).pipe(
      map(designOf),
      catchError(() => {
        this.known.delete(id);
        return of(undefined);
      }),
      shareReplay(1),
    );
    this.known.set(id, asked);
    return asked;
  }
}

export const designOf = ({ id, kind, name, maker, facts }: UnitDetail): UnitDesign => ({
  id,
  kind,
  name,
  maker,
  facts: facts.map(({ attribute, position, recorded, source }) => ({
    attribute: attribute as AttributeName,
    ...(position === undefined ? {} : { position }),
    value: recorded,
    source,
  })),
});
