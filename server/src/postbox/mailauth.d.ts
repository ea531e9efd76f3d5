/** What is used of a package without types of its own. */
declare module 'mailauth' {
  interface Status {
    readonly result: 'none' | 'neutral' | 'pass' | 'fail' | 'softfail' | 'policy' | 'temperror' | 'permerror';
  }

  interface Authenticated {
    readonly spf: { readonly status: Status } | false;
    readonly dkim: {
      readonly results: readonly { readonly status: Status }[];
      /** The hosts of the `From` field. */
      readonly headerFrom?: readonly string[];
    };
    /** `policy`: what the sender wants done with what fails. */
    readonly dmarc: { readonly status: Status; readonly policy?: 'none' | 'quarantine' | 'reject' } | false;
    readonly arc: { readonly status: Status } | false;
    /** Fields to be put before the mail, each with its line end. */
    readonly headers: string;
  }

  export function authenticate(
    mail: Buffer,
    settings: {
      readonly ip: string;
      readonly helo: string;
      readonly sender: string;
      readonly mta: string;
      readonly resolver: (name: string, type: string) => Promise<unknown>;
      readonly seal?: { readonly signingDomain: string; readonly selector: string; readonly privateKey: string };
      readonly disableBimi?: boolean;
    },
  ): Promise<Authenticated>;
}
