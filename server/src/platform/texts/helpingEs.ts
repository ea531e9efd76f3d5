import type { helping as english } from './helpingEn';

/** Correos sobre quienes ayudan. */
export const helping: typeof english = {
  invitedSubject: (owner) => `${owner} le pide ayuda con sus nombres`,
  invited: (owner) => `${owner} quiere que le ayude con sus nombres. Usted podría:`,
  answer: (until, url) =>
    `Acepte o rechace hasta el ${until}, con una sesión iniciada en esta dirección. Si aún no tiene cuenta, abra una con ella: ${url}`,
  scopes: {
    see: 'ver los nombres y lo que les pasa',
    dns: 'cambiar entradas DNS, servidores de nombres, reenvío y correo',
    buy: 'registrar, renovar y traer nombres, con las formas de pago que guarda la cuenta',
    manage: 'hacer lo demás, salvo cambiar el titular, obtener códigos o cerrar la cuenta',
  },
  reachAll: 'de todos los nombres',
  reach: (groups, names) =>
    `de ${[...(groups > 0 ? [groups === 1 ? '1 grupo' : `${groups} grupos`] : []), ...(names > 0 ? [names === 1 ? '1 nombre' : `${names} nombres`] : [])].join(' y ')}`,
  monthly: (amount) => `por ${amount} al mes como mucho`,
  answeredSubject: {
    active: (who) => `${who} le ayuda ahora`,
    declined: (who) => `${who} ha rechazado ayudarle`,
    expired: (who) => `${who} no ha respondido a su invitación`,
    ended: (who) => `${who} ya no le ayuda`,
  },
  answered: {
    active: (who) => `${who} ha aceptado. Puede cambiar o terminar lo que le deja en cualquier momento, en Cuenta.`,
    declined: (who) => `${who} ha rechazado. No se le deja nada.`,
    expired: (who) => `La invitación a ${who} valía 14 días. No se le deja nada.`,
    ended: (who) => `${who} lo ha terminado. Ya no se le deja nada.`,
  },
  changedSubject: (owner) => `${owner} ha cambiado lo que le deja`,
  changed: (owner) => `Para ${owner} ahora puede:`,
  endedSubject: (owner) => `Ya no ayuda a ${owner}`,
  ended: (owner) => `${owner} lo ha terminado. Lo que usted hizo se queda como está.`,
  toldSubject: (who, what) => `${who} ha cambiado ${what}`,
  told: (who, what, url) =>
    `${who}, que le ayuda, ha cambiado hoy algo de ${what}. Lo que fue está en su historial: ${url}`,
  yourAccount: 'su cuenta',
};
