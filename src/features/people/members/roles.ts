import type { AnswerOf } from '@/api/operations';

export type Directory = AnswerOf<'people.list'>;
export type Person = Directory['people'][number];
export type Team = Directory['teams'][number];
export type Role = Person['memberships'][number]['role'];

/** From those who may do least to those who may do most. */
export const ROLES: readonly { value: Role; label: string; description: string }[] = [
  { value: 'viewer', label: 'Viewer', description: 'Reads what the team can see' },
  { value: 'contributor', label: 'Contributor', description: 'Also proposes changes and scans products' },
  { value: 'maintainer', label: 'Maintainer', description: 'Also edits, releases and delivers' },
  { value: 'owner', label: 'Owner', description: 'Also decides who is in the team and who sees its libraries' },
]; // prettier-ignore

export const roleIn = (person: Person, team: string): Role | undefined =>
  person.memberships.find((one) => one.team === team)?.role;
