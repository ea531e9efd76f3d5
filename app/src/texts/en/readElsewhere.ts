/** What nameservers elsewhere answer for a name, read into the records here. */
export const readElsewhere = {
  title: 'As it is elsewhere now',
  detail:
    'Read what its nameservers answer today, and save it here: when the name comes to Tienda’s nameservers, website and mail go on. Nothing is changed where it is.',
  more: 'Other names below it',
  moreHint:
    'The usual ones are asked for anyway. Nobody is told which there are: add those that you know, shop2 or lake.',
  read: 'Read it',
  found: (records: number, host: string, asked: number) =>
    records === 0
      ? `${host} answers nothing for the ${asked} names that were asked for.`
      : `${records === 1 ? '1 record' : `${records} records`} read from ${host}, which was asked for ${asked} names. Look through them below, then save.`,
  silent: (names: string) => `Not everything was answered about ${names}: there may be more. Read it again.`,
  unread: (line: string) => `Cannot be served here as it is: ${line}`,
};
