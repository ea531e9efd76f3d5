import { createSocket } from 'node:dgram';
import { AUTHORITATIVE_ANSWER, decode, encode, type Answer } from 'dns-packet';
import type { Logger } from 'pino';
import type { StandInConfig } from '../platform/config';
import { hostNameServers, sitesAddress } from '../registry/internet';

const ttl = 300;

/**
 * The name servers of a web host, which answer for every name that is delegated to them: its sites are at the host's. They
 * answer over UDP alone, as nothing that they say is long.
 */
export async function startNameServer({ nameServersPort }: StandInConfig, log: Logger): Promise<void> {
  const socket = createSocket('udp4');
  socket.on('message', (octets, { address, port }) => {
    try {
      const asked = decode(octets);
      const [question] = asked.questions ?? [];
      if (!question || asked.type !== 'query') return;
      const { name, type } = question;
      const found = recordsOf(name.toLowerCase()).filter((record) => record.type === type);
      const answer = encode({
        type: 'response',
        id: asked.id ?? 0,
        flags: AUTHORITATIVE_ANSWER,
        questions: [question],
        answers: found,
        authorities: found.length > 0 ? [] : recordsOf(name).filter((record) => record.type === 'SOA'),
      });
      socket.send(answer, port, address);
    } catch (fault) {
      log.warn({ err: fault }, 'a question could not be read');
    }
  });
  await new Promise<void>((resolve, reject) => {
    socket.once('error', reject);
    socket.bind(nameServersPort, hostNameServers.address, resolve);
  });
}

/** A name with its host: two labels, or what is below those. */
function recordsOf(name: string): Answer[] {
  const zone = name.split('.').slice(-2).join('.');
  const [first] = hostNameServers.hosts;
  const soa = {
    mname: first,
    rname: `hostmaster.${first}`,
    serial: 1,
    refresh: 3600,
    retry: 600,
    expire: 86_400,
    minimum: ttl,
  };
  return [
    { type: 'A', name, ttl, data: sitesAddress },
    ...(name === `_dmarc.${zone}` ? [{ type: 'TXT' as const, name, ttl, data: 'v=DMARC1; p=none' }] : []),
    ...(name === zone
      ? [
          { type: 'MX' as const, name, ttl, data: { preference: 10, exchange: 'mx.lakepost.example' } },
          { type: 'TXT' as const, name, ttl, data: 'v=spf1 include:_spf.lakepost.example ~all' },
          { type: 'SOA' as const, name, ttl, data: soa },
          ...hostNameServers.hosts.map((data) => ({ type: 'NS' as const, name, ttl, data })),
        ]
      : []),
  ];
}
