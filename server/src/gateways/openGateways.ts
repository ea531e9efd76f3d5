import { existsSync, readFileSync } from 'node:fs';
import type { Config } from '../platform/config';
import type { MailGateway } from '../platform/outbox/mail';
import { AcmeAuthority, type Authority } from './authority/acmeAuthority';
import { trustedBeside } from './authority/trusted';
import { HttpBroker, type BrokerGateway } from './broker/broker';
import { MailTrier } from './mail/mailTrier';
import { SmtpMail } from './mail/smtpMail';
import { DnsClient } from './dns/dnsClient';
import { HttpPayments } from './payments/httpPayments';
import type { PaymentGateway } from './payments/paymentGateway';
import { RdapClient, type RdapGateway } from './rdap/rdapClient';
import { EppRegistry } from './registry/eppRegistry';
import { SiteVisitor } from './web/visitor';
import type { Registries } from './registry/registryGateway';

/** The world outside, an interface for each that is spoken to. */
export interface Gateways {
  readonly registries: Registries;
  readonly rdap: RdapGateway;
  readonly payments: PaymentGateway;
  readonly broker: BrokerGateway;
  readonly mail: MailGateway;
  readonly mailTrier: MailTrier;
  readonly dns: DnsClient;
  readonly sites: SiteVisitor;
  readonly authority: Authority;
  close(): void;
}

/** Nothing is connected before it is needed. */
export function openGateways(config: Config): Gateways {
  const registries = openRegistries(config);
  return {
    registries,
    rdap: new RdapClient(config.rdapUrl),
    payments: new HttpPayments(config.paymentsUrl, config.paymentsKey, config.noticeUrl),
    broker: new HttpBroker(config.brokerUrl, config.brokerKey),
    mail: new SmtpMail('127.0.0.1', config.smtpPort),
    mailTrier: new MailTrier(config.mailPort),
    dns: new DnsClient(),
    sites: new SiteVisitor(config.sites.ports, trustedRoots(config)),
    authority: openAuthority(config),
    close: () => {
      for (const registry of registries.values()) registry.close();
    },
  };
}

function openRegistries(config: Config): Registries {
  const certificate = readFileSync(config.registryCertificate, 'utf8');
  return new Map(
    config.registries.map(({ id, port, sessions, namesPerCheck, feesPerCheck }) => {
      const address = {
        host: config.registryHost,
        port,
        certificate,
        clientId: 'tienda',
        password: config.registryPassword,
        timeoutMs: config.registryTimeoutMs,
      };
      return [id, new EppRegistry(id, address, sessions, namesPerCheck, feesPerCheck)];
    }),
  );
}

function openAuthority({ authority: { directory, trusted } }: Config): Authority {
  const isThere = trusted !== undefined && existsSync(trusted);
  return new AcmeAuthority(directory, isThere ? readFileSync(trusted, 'utf8') : undefined);
}

function trustedRoots({ authority: { roots, trusted } }: Config): (() => Promise<string>) | undefined {
  return roots === undefined || trusted === undefined ? undefined : trustedBeside(roots, readFileSync(trusted, 'utf8'));
}
