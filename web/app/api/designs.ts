import { inject, Injectable } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import type { UnitDetail } from '@kerabat/contract';
import type { AttributeName } from '@kerabat/core/attribute';
import type { UnitDesign } from '@kerabat/core/unit';
import { Api } from './api';

/** Units as the core knows them, for what is drawn and compared here; each is asked for once. */
@Injectable({ providedIn: 'root' })
export class Designs {
  private readonly api = inject(Api);
  private readonly known = new Map<string, Promise<UnitDesign | undefined>>();

  /** The unit's facts; undefined when the server does not give them. */
  get(id: string): Promise<UnitDesign | undefined> {
    const known = this.known.get(id);
    if (known) return known;
    const asked = firstValueFrom(this.api.unit(id)).then(designOf, () => {
      this.known.delete(id);
      return undefined;
    });
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
