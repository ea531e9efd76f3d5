import type { Texts } from '../en';
import { nameCount } from './counts';

export const statement: Texts['statement'] = {
  open: 'Extracto',
  title: (group) => `Extracto: ${group}`,
  period: 'Periodo',
  periods: { thisYear: 'Este año hasta hoy', lastYear: 'El año pasado', twelveMonths: 'Los últimos doce meses' },
  days: (from, to) => `del ${from} al ${to}`,
  held: (count) => `${nameCount(count)} en su poder.`,
  paid: (count, amount) =>
    `Comprado o renovado ${count === 1 ? 'una vez' : `${count} veces`}, por ${amount} sin impuestos.`,
  nothingPaid: 'No se compró ni renovó nada.',
  due: (count, amount) =>
    `${nameCount(count)} por vencer en los doce meses siguientes, ${amount} sin impuestos a precios de hoy.`,
  nothingDue: 'No vence nada en los doce meses siguientes.',
  pdf: 'Abrir como PDF',
  csv: 'Guardar como CSV',
  csvHeads: {
    about: 'qué',
    name: 'nombre',
    on: 'fecha',
    years: 'años',
    net: 'neto',
    currency: 'moneda',
    invoice: 'factura',
  },
  what: {
    held: 'en su poder',
    register: 'registrado',
    renew: 'renovado',
    restore: 'recuperado',
    transferIn: 'trasladado',
    update: 'privacidad',
    due: 'por vencer',
  },
};
