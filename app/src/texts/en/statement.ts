import { nameCount } from './counts';

export const statement = {
  open: 'Statement',
  title: (group: string) => `Statement: ${group}`,
  period: 'Period',
  periods: { thisYear: 'This year so far', lastYear: 'Last year', twelveMonths: 'The last twelve months' },
  days: (from: string, to: string) => `${from} to ${to}`,
  held: (count: number) => `${nameCount(count)} held.`,
  paid: (count: number, amount: string) =>
    `Bought or renewed ${count === 1 ? 'once' : `${count} times`}, for ${amount} before tax.`,
  nothingPaid: 'Nothing bought or renewed.',
  due: (count: number, amount: string) =>
    `${nameCount(count)} due in the twelve months after, ${amount} before tax at today’s prices.`,
  nothingDue: 'Nothing due in the twelve months after.',
  pdf: 'Open as PDF',
  csv: 'Save as CSV',
  csvHeads: {
    about: 'what',
    name: 'name',
    on: 'date',
    years: 'years',
    net: 'net',
    currency: 'currency',
    invoice: 'invoice',
  },
  what: {
    held: 'held',
    register: 'registered',
    renew: 'renewed',
    restore: 'restored',
    transferIn: 'moved here',
    update: 'privacy',
    due: 'due',
  },
};
