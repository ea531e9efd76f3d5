/** Namespaces of RFC 5730-5733, of fees, RFC 8748, of grace periods, RFC 3915, and of DNSSEC, RFC 5910. */
export const epp = 'urn:ietf:params:xml:ns:epp-1.0';
export const domain = 'urn:ietf:params:xml:ns:domain-1.0';
export const host = 'urn:ietf:params:xml:ns:host-1.0';
export const contact = 'urn:ietf:params:xml:ns:contact-1.0';
export const fee = 'urn:ietf:params:xml:ns:epp:fee-1.0';
export const rgp = 'urn:ietf:params:xml:ns:rgp-1.0';
export const secDns = 'urn:ietf:params:xml:ns:secDNS-1.1';

export const objects: readonly string[] = [domain, host, contact];
export const extensions: readonly string[] = [fee, rgp, secDns];
