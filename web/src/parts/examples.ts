/** Sizes as they are said to be laid out as a page, in each unit. */
export const exampleSizes = {
  in: '9 x 9, 5 x 7, 4 x 6 photo, 1 x 12, 2 of 1/2 x 11',
  mm: '250 x 250, 150 x 200, 150 x 100 photo, 20 x 300',
};
