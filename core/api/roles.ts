import * as z from 'zod';

/** What somebody is on a site, the one who may most first. */
export const roles = ['owner', 'editor', 'content', 'reader'] as const;
export const Role = z.enum(roles);
export type Role = z.infer<typeof Role>;

/** What a role is called, and what it may do, behind “may”. */
export const roleWords: Readonly<Record<Role, { readonly name: string; readonly may: string }>> = {
  owner: { name: 'Owner', may: 'do everything, and decide who works on the site' },
  editor: { name: 'Editor', may: 'build pages, style and publish them' },
  content: { name: 'Content editor', may: 'change texts and pictures, nothing else' },
  reader: { name: 'Reader', may: 'look at pages and previews' },
};

/** What a route asks for: to look, to write texts and choose pictures, to build and publish, to decide on the site. */
export const abilities = ['look', 'write', 'build', 'own'] as const;
export type Ability = (typeof abilities)[number];

const least: Readonly<Record<Role, Ability>> = { owner: 'own', editor: 'build', content: 'write', reader: 'look' };

/** Whether a role may do what asks for this. */
export const mayDo = (role: Role, ability: Ability): boolean =>
  abilities.indexOf(ability) <= abilities.indexOf(least[role]);

/** Why a role may not do something, in a sentence. */
export function whyNot(role: Role): string {
  const { name, may } = roleWords[role];
  return `As ${/^[aeiou]/i.test(name) ? 'an' : 'a'} ${name.toLowerCase()} of this site you may ${may}.`;
}

/** Why nothing of a client that is archived can be changed. */
export const archivedWords = 'This client is archived. Bring it back to go on working on it.';
