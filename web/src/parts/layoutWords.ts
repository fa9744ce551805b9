/** What may be said of a layout, and what the field for it is called. */
export const wordMembers = ['title', 'names', 'date', 'place'] as const;
