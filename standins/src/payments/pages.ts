import type Router from '@koa/router';
import { inArray } from 'drizzle-orm';
import { decimalAmount, isCurrency } from '@tienda/core/money/money';
import { intent } from '../db/schema';
import { approved, arrived, expired, move, refused, runOut, transferReference, type Intent } from './intents';
import type { Ledger } from './ledger';

/**
 * What buyers see of the provider: the wallet's page, and a stand-in for their phone and their bank.
 *
 * @param moved called after what a buyer did, which the shop is to be told
 */
export function buyersPages(router: Router, ledger: Ledger, moved: () => void): void {
  router.get('/wallet/:id', async (ctx) => {
    const row = await ledger.find(String(ctx.params['id']));
    ctx.type = 'html';
    if (row?.method.type !== 'wallet') ctx.status = 404;
    ctx.body =
      row?.method.type === 'wallet' ? walletPage(row, row.method.returnUrl) : page('Wallet', 'Unknown payment.');
  });
  router.post('/wallet/:id/:answer', async (ctx) => {
    const id = String(ctx.params['id']);
    await ledger.move(id, (row) => move(row, ctx.params['answer'] === 'approve' ? approved : refused));
    moved();
    const row = await ledger.find(id);
    if (row?.method.type !== 'wallet') return void (ctx.status = 404);
    ctx.status = 303;
    ctx.set('Location', row.method.returnUrl);
  });

  router.get('/devices', async (ctx) => {
    const rows = await ledger.list(inArray(intent.status, ['waiting', 'voided']), 50);
    ctx.type = 'html';
    ctx.body = devicesPage(rows);
  });
  router.post('/devices/:id/:answer', async (ctx) => {
    const answer = String(ctx.params['answer']);
    const moves = {
      approve: approved,
      refuse: refused,
      send: arrived(1),
      half: arrived(0.5),
      expire: expired,
      lapse: runOut,
    };
    const chosen = Object.entries(moves).find(([name]) => name === answer)?.[1];
    if (!chosen) return void (ctx.status = 404);
    const { status } = await ledger.move(String(ctx.params['id']), (row) => move(row, chosen));
    moved();
    ctx.status = status === 200 ? 303 : status;
    if (status === 200) ctx.set('Location', '/devices');
  });
}

function walletPage({ id, amount, currency, status }: Intent, returnUrl: string): string {
  const due = amountText(amount, currency);
  if (status !== 'waiting')
    return page(
      'Wallet',
      `<p>This payment of ${due} is not open any more.</p><p><a href="${escaped(returnUrl)}">Back to the shop</a></p>`,
    );
  return page(
    'Wallet',
    `<p>Tienda Names Limited asks for <strong>${due}</strong>.</p>
     ${button(`/wallet/${id}/approve`, 'Approve')} ${button(`/wallet/${id}/refuse`, 'Do not pay')}`,
  );
}

function devicesPage(rows: readonly Intent[]): string {
  const prompts = rows.filter(({ method, status }) => method.type === 'mobile' && status === 'waiting');
  const transfers = rows.filter(({ method }) => method.type === 'transfer');
  const prompt = ({ id, method, amount, currency }: Intent) =>
    `<li>Phone ${escaped(method.type === 'mobile' ? method.phone : '')}: Tienda asks for ${amountText(amount, currency)}
     ${button(`/devices/${id}/approve`, 'Approve')} ${button(`/devices/${id}/refuse`, 'Refuse')} ${button(`/devices/${id}/lapse`, 'Let it run out')}</li>`;
  const transfer = ({ id, amount, currency, status, received }: Intent) =>
    `<li>${transferReference(id)}: ${amountText(amount - received, currency)}${status === 'voided' ? ', given up by the shop' : ''}
     ${button(`/devices/${id}/send`, 'Send it now')} ${button(`/devices/${id}/half`, 'Send half of it')}</li>`;
  const list = (items: readonly string[], none: string) =>
    items.length > 0 ? `<ul>${items.join('')}</ul>` : `<p>${none}</p>`;
  return page(
    'The buyer’s phone and bank',
    `<p>A stand-in: what the buyer would do on a phone or at a bank is done here.</p>
     <h2>Phone</h2>${list(prompts.map(prompt), 'No payment waits for a phone.')}
     <h2>Bank</h2>${list(transfers.map(transfer), 'No transfer is expected.')}`,
  );
}

function button(action: string, label: string): string {
  return `<form method="post" action="${action}"><button>${label}</button></form>`;
}

function page(title: string, content: string): string {
  return `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${title}</title>
<style>body{font:1.1rem/1.5 sans-serif;max-width:34rem;margin:2rem auto;padding:0 1rem}form{display:inline}
button{font:inherit;min-height:44px;padding:.4rem 1rem;margin:.3rem .3rem .3rem 0}</style>
<h1>${title}</h1>${content}</html>`;
}

function amountText(amount: number, currency: string): string {
  return isCurrency(currency) ? `${decimalAmount(amount, currency)} ${currency}` : `${amount}`;
}

function escaped(text: string): string {
  return text.replace(/[&<>"]/g, (character) => `&#${character.charCodeAt(0)};`);
}
