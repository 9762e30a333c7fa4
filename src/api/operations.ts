import { registryOf } from '@/core/base/registry';
import { ASSETS } from './assets';
import { DELIVERIES } from './deliveries';
import { DOCUMENTS } from './documents';
import { GUIDES } from './guides';
import { INTAKE } from './intake';
import { JOBS } from './jobs';
import { KEYS } from './keys';
import { MEMBERS } from './members';
import type { Operation } from './operation';
import { OUTPUT_OPERATIONS } from './outputs';
import { PEOPLE } from './people';
import { PRODUCTS } from './products';
import { RELEASES } from './releases';
import { PROPOSALS } from './proposals';
import { REPOSITORIES } from './repositories';
import { SCANS } from './scans';
import { UPLOADS } from './uploads';
import { WORKSPACE } from './workspace';

const DECLARED = [
  ...WORKSPACE,
  ...PEOPLE,
  ...MEMBERS,
  ...DOCUMENTS,
  ...INTAKE,
  ...ASSETS,
  ...RELEASES,
  ...PRODUCTS,
  ...OUTPUT_OPERATIONS,
  ...DELIVERIES,
  ...GUIDES,
  ...KEYS,
  ...JOBS,
  ...UPLOADS,
  ...REPOSITORIES,
  ...PROPOSALS,
  ...SCANS,
] as const;
type Declared = (typeof DECLARED)[number];

export type OperationId = Declared['id'];
type ById<Id extends OperationId> = Extract<Declared, { id: Id }>;
/** What the use case of an operation is given, and what it answers. */
export type InputOf<Id extends OperationId> = NonNullable<ById<Id>['types']>['input'];
export type AnswerOf<Id extends OperationId> = NonNullable<ById<Id>['types']>['answer'];

/** `POST /libraries/{slug}/releases`: how a client names an operation. */
export type Endpoint = { [Id in OperationId]: `${ById<Id>['method']} ${ById<Id>['path']}` }[OperationId];
export type IdOf<E extends Endpoint> = {
  [Id in OperationId]: `${ById<Id>['method']} ${ById<Id>['path']}` extends E ? Id : never;
}[OperationId];

/** Every operation of `/api/v1`, by id. */
export const OPERATIONS: ReadonlyMap<string, Operation> = registryOf(
  DECLARED as readonly Operation[],
  ({ id }) => id,
);
