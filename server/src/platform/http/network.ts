import { isIPv4 } from 'node:net';
import ipaddr from 'ipaddr.js';

/**
 * The network that an address belongs to, as far as one visitor may have many: an IPv4 address itself, of an IPv6
 * address its first 64 bits (RFC 6177).
 *
 * @example networkOf('2001:db8:1:2:aaaa::1') // '2001:db8:1:2::/64'
 */
export function networkOf(ip: string): string {
  if (isIPv4(ip)) return ip;
  const [plain = ''] = ip.split('%');
  if (!ipaddr.isValid(plain)) return ip;
  const address = ipaddr.process(plain);
  if (address.kind() === 'ipv4') return address.toString();
  return `${ipaddr.IPv6.networkAddressFromCIDR(`${address.toString()}/64`).toString()}/64`;
}
