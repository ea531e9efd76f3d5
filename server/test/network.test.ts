import { networkOf } from '../src/platform/http/network';

test.each([
  ['198.51.100.7', '198.51.100.7'],
  ['::ffff:198.51.100.7', '198.51.100.7'],
  ['2001:db8:1:2:aaaa::1', '2001:db8:1:2::/64'],
  ['2001:DB8:0001:0002:ffff:ffff:ffff:ffff', '2001:db8:1:2::/64'],
  ['2001:db8::1', '2001:db8::/64'],
  ['::1', '::/64'],
  ['fe80::1%eth0', 'fe80::/64'],
  ['nowhere', 'nowhere'],
])('%s is of the network %s', (ip, network) => {
  expect(networkOf(ip)).toBe(network);
});
