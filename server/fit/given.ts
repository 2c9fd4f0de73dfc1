import type { FitChainGiven, FitFact, FitLinkGiven } from '@kerabat/contract';
import { attribute, findAttribute, type AttributeName } from '@kerabat/core/attribute';
import { findSlot } from '@kerabat/core/strip';
import { sideOf, type FitChain, type FitLink } from '@kerabat/core/fit';
import type { Fact } from '@kerabat/core/unit';
import { badRequest } from '../http/problem.js';
import type { Stores } from '../main/stores.js';
import { recordedAt } from './recorded.js';

/** A chain as it came over the wire, with the catalogue's record under it. Refuses what cannot be a chain, and says where. */
export function chainOfGiven(given: FitChainGiven, stores: Stores): FitChain {
  const { system, vehicleId, links } = given;
  if (vehicleId !== undefined && !stores.vehicles.get(vehicleId))
    throw badRequest(`There is no vehicle "${vehicleId}" in the catalogue.`, '/chain/vehicleId');
  const twice = links.find((link, i) => links.findIndex((other) => other.slot === link.slot) !== i);
  if (twice) throw badRequest(`The place "${twice.slot}" is given twice.`, '/chain/links');
  return { system, links: links.map((link, i) => linkOf(link, `/chain/links/${i}`, given, stores)) };
}

function linkOf(link: FitLinkGiven, pointer: string, { vehicleId }: FitChainGiven, stores: Stores): FitLink {
  const row = findSlot(link.slot);
  if (!row) throw badRequest(`"${link.slot}" is not a place in the chain.`, `${pointer}/slot`);
  if (!row.kinds.includes(link.kind))
    throw badRequest(`A ${link.kind} has no place at the ${row.words}.`, `${pointer}/kind`);
  const design = link.unitId === undefined ? undefined : stores.units.design(link.unitId);
  if (link.unitId !== undefined && !design)
    throw badRequest(`There is no unit "${link.unitId}" in the catalogue.`, `${pointer}/unitId`);
  if (design && design.kind !== link.kind)
    throw badRequest(`${design.name} is a ${design.kind}, not a ${link.kind}.`, `${pointer}/unitId`);
  const own = (link.unit ?? []).map((fact, i) => factOf(fact, `${pointer}/unit/${i}`));
  const unit = design || link.unit ? over(design?.facts ?? [], own) : undefined;
  const recorded = vehicleId === undefined ? [] : recordedAt(vehicleId, link.slot, stores);
  const vehicle = link.vehicle.map((fact, i) => factOf(fact, `${pointer}/vehicle/${i}`));
  const asks = (link.asks ?? []).map((name, i) => known(name, `${pointer}/asks/${i}`));
  return {
    slot: link.slot,
    kind: link.kind,
    ...(unit ? { unit } : {}),
    vehicle: new Map([...sideOf(recorded, 'vehicle-record'), ...sideOf(vehicle, 'measured')]),
    worked: link.worked ?? true,
    sameAsOld: link.sameAsOld ?? false,
    asks,
  };
}

const over = (record: readonly Fact[], own: readonly Fact[]): Fact[] => [
  ...record.filter((fact) => !own.some((o) => o.attribute === fact.attribute && o.position === fact.position)),
  ...own,
];

function known(name: string, pointer: string): AttributeName {
  const row = findAttribute(name);
  if (!row) throw badRequest(`"${name}" is not an attribute that is known here.`, pointer);
  return row.name;
}

function factOf({ attribute: name, position, value, tolerance }: FitFact, pointer: string): Fact {
  const row = attribute(known(name, `${pointer}/attribute`));
  const numeric = row.kind === 'quantity' || row.kind === 'count';
  if (value !== null && numeric !== (typeof value === 'number'))
    throw badRequest(`The ${row.words} is ${numeric ? 'a number' : 'a word'}.`, `${pointer}/value`);
  if (typeof value === 'number' && !(value >= 0))
    throw badRequest(`The ${row.words} must not be negative.`, `${pointer}/value`);
  if (row.perPort && position === undefined) throw badRequest('Say which port is meant.', `${pointer}/position`);
  if (typeof value === 'string' && row.kind === 'choice' && !row.choices?.includes(value))
    throw badRequest(`The ${row.words} is one of: ${row.choices?.join(', ')}.`, `${pointer}/value`);
  return {
    attribute: row.name,
    ...(position === undefined ? {} : { position }),
    value,
    ...(tolerance === undefined ? {} : { tolerance }),
    source: '',
  };
}
