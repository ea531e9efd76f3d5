const count = (records: number) => (records === 1 ? '1 record' : `${records} records`);

/** Records of many names, changed alike. */
export const manyPoints = {
  title: (count: number) => (count === 1 ? 'Records of 1 name' : `Records of ${count} names`),
  back: 'All names',
  none: 'No names chosen',
  noneDetail: 'Choose names in the list first, then Records.',
  which: (names: string, more: number) => (more > 0 ? `${names} and ${more} more, all alike.` : `${names}, all alike.`),
  elsewhere: (count: number) =>
    `${count === 1 ? '1 of them uses' : `${count} of them use`} other nameservers: there it counts once they come back.`,
  nameHint: '@ is each name itself, www is www below it',
  willChange: (will: number, same: number) =>
    [
      will === 1 ? '1 name will change.' : `${will} names will change.`,
      same > 0 ? (same === 1 ? '1 is so already.' : `${same} are so already.`) : '',
    ]
      .filter(Boolean)
      .join(' '),
  one: (name: string, added: number, removed: number) =>
    `${name}: ${[added > 0 ? `${count(added)} more` : '', removed > 0 ? `${removed} less` : ''].filter(Boolean).join(', ')}`,
  haveChanged: (count: number) =>
    count === 1 ? '1 name answers so from now on.' : `${count} names answer so from now on.`,
  takenBack: (count: number) => (count === 1 ? '1 name is as it was.' : `${count} names are as they were.`),
  meanwhile: 'somebody else changed it meanwhile, so it stays as it is.',
  save: (count: number) => (count === 1 ? 'Save for 1 name' : `Save for ${count} names`),
  more: 'Change something else',
  files: 'As files',
  filesDetail:
    'A zone file for each name, in an archive. Read in, each finds its name by its $ORIGIN or by what it is called.',
  filesOut: 'Save as zone files',
  filesIn: 'Read zone files',
  archive: 'zones.zip',
  unreadable: 'This archive cannot be read. Choose a ZIP archive, or the files themselves.',
  notRead: {
    failed: (why: string) => `it stays as it is. ${why}`,
    notChosen: (name: string) => `${name} is not among the names that were chosen.`,
    empty: () => 'there is no record in it that can be read.',
  },
};
