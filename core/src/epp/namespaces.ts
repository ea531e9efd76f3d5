/** Namespaces of RFC 5730-5733, of fees, RFC 8748, and of grace periods, RFC 3915. */
export const epp = 'urn:ietf:params:xml:ns:epp-1.0';
export const domain = 'urn:ietf:params:xml:ns:domain-1.0';
export const contact = 'urn:ietf:params:xml:ns:contact-1.0';
export const fee = 'urn:ietf:params:xml:ns:epp:fee-1.0';
export const rgp = 'urn:ietf:params:xml:ns:rgp-1.0';

export const objects: readonly string[] = [domain, contact];
export const extensions: readonly string[] = [fee, rgp];
