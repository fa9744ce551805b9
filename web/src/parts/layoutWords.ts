/** What may be said of a layout, and what the field for it is called. */
export const wordMembers = [
  ['title', 'Title'],
  ['names', 'Names'],
  ['date', 'Date'],
  ['place', 'Place'],
] as const;
