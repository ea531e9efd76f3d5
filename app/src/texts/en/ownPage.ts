/** A page of somebody's own words, at a name that leads nowhere else. */
export const ownPage = {
  title: 'Put up a page',
  heading: 'Heading',
  text: 'Text',
  textHint: 'An empty line begins a paragraph. Left empty, the page shows the name.',
  empty: 'the name',
  shown: (heading: string) => (heading === '' ? 'shows a page' : `shows a page: ${heading}`),
};
