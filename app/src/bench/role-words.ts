import type { Role } from '@rugged/contract/people';

export const ROLE_WORD: Readonly<Record<Role, string>> = {
  owner: 'Owner',
  mechanic: 'Mechanic',
  apprentice: 'Apprentice',
  office: 'Office',
  reader: 'Reader',
};

export const ROLE_MEANS: Readonly<Record<Role, string>> = {
  owner: 'Everything, and the people of the shop.',
  mechanic: 'Tests, judges, decides, writes the pages.',
  apprentice: 'Tests and takes notes. A mechanic signs beside them before the job closes.',
  office: 'Takes engines in, writes pages, keeps dates and prices.',
  reader: 'Looks on and changes nothing.',
};
