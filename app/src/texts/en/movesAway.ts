/** Names that go to other registrars. */
export const movesAway = {
  title: (to: string) => `${to} asks for it`,
  silence: (until: string) => `Let it go or keep it until ${until}. If you say nothing, it goes then.`,
  goesWith:
    'The years that are paid for go with it. Its records, forwarding and mail go on here for 14 days after it has gone: have them ready where it goes by then.',
  letGo: 'Let it go',
  keep: 'Keep it here',
  sure: 'Once it has gone, only its new registrar can bring it back. Let it go now?',
  doIt: 'Yes, let it go',
  leaveIt: 'Not yet',
  agreed: 'You have let it go. Its registry is being told.',
  kept: 'You keep it. Its registry is being told.',
  listed: (name: string, to: string, until: string) =>
    `${to} asks for ${name}. It goes on ${until}, unless you keep it.`,
  see: (name: string) => `See ${name}`,
  left: (name: string, on: string) => `${name} moved away on ${on}, with the years that were paid for.`,
  goesOn: (until: string) =>
    `Its records, forwarding and mail go on here until ${until}, as they are, as far as its nameservers stay.`,
  over: 'Nothing of it goes on here any more.',
};
