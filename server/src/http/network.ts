import { isIPv6 } from 'node:net';

/**
 * The network that an address belongs to, as far as one visitor may have many: an IPv4 address itself, of an IPv6
 * address its first 64 bits (RFC 6177).
 *
 * @example networkOf('2001:db8:1:2:aaaa::1') // '2001:db8:1:2::/64'
 */
export function networkOf(ip: string): string {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(ip)?.[1];
  if (mapped) return mapped;
  if (!isIPv6(ip)) return ip;
  const [head = '', tail] = ip.split('%')[0]?.toLowerCase().split('::') ?? [];
  const groups = (text: string | undefined) => (text ? text.split(':') : []);
  const [first, last] = [groups(head), groups(tail)];
  const zeros = Array.from({ length: Math.max(0, 8 - first.length - last.length) }, () => '0');
  const all = tail === undefined ? first : [...first, ...zeros, ...last];
  return `${all
    .slice(0, 4)
    .map((group) => group.replace(/^0+(?=.)/, ''))
    .join(':')}::/64`;
}
