import type { Texts } from '../en';

const names = (count: number) => (count === 1 ? '1 nombre' : `${count} nombres`);

export const moves: Texts['moves'] = {
  title: 'Traer nombres aquí',
  back: 'Todos los nombres',
  signIn: 'Inicie sesión primero: lo que se averigüe de sus nombres se guarda solo para usted.',
  detail:
    'Cada uno se mira antes, y no se cobra nada hasta que lo pida. Un nombre conserva sus servidores de nombres durante el traslado: su web y su correo siguen.',
  label: 'Nombres, con su código de autorización detrás',
  hint: 'Uno por línea: saltwhistle.studio k9-Tide!44. Bastan los nombres; los códigos pueden venir después.',
  file: 'Leer un archivo',
  look: 'Mirarlos',
  read: (count) => (count === 0 ? 'Aún no hay nombres.' : `Leídos: ${names(count)}.`),
  problem: (line, typed, why) => `Línea ${line}, ${typed}: ${why}`,
  again: (line, name) => `Línea ${line}: ${name} está dos veces; cuenta la primera.`,
  longCode: (line, name) => `Línea ${line}: lo que sigue a ${name} es demasiado largo para ser un código.`,
  more: (line, name) =>
    `Línea ${line}: hay algo más detrás del código de ${name}. Un código con espacios, comas o punto y coma va entre comillas.`,
  cannot: (typed, why) => `${typed} no: ${why}`,
  list: 'En camino, o deseados',
  ready: (price) => `Puede venir, por ${price}.`,
  premium: (price) => `Premium: por él se pide más. Conservarlo cuesta ${price} al año.`,
  readyBought: (price) =>
    `Acordado con su titular: ${price}, con la comisión y el traslado. Se le cobra cuando sea suyo.`,
  nameservers: (hosts) => `Sigue en ${hosts}.`,
  notLooked: 'Su operador aún no ha respondido. Se le pregunta de nuevo por sí solo.',
  lookAgain: 'Mirar otra vez',
  looksAgain: (when) => `Se mira otra vez por sí solo, la próxima: ${when}.`,
  callOff: 'Anularlo',
  callOffName: (name) => `Anular el traslado de ${name}`,
  code: (name) => `Código de autorización de ${name}`,
  useCode: 'Probar este código',
  putAll: (count) => `Poner ${names(count)} en la cesta`,
  inBasket: 'En la cesta',
  toBasket: 'Ir a la cesta',
  register: 'Registrarlo',
  drop: 'Quitarlo',
  dropOf: (name) => `Quitar ${name} de la lista`,
  dropsCode: 'Con él se olvida su código de autorización. Tendría que pedirlo otra vez donde está ahora el nombre.',
  keepIt: 'Dejarlo',
  ordered: 'Pedido: ahora se pregunta a su operador.',
  asked: (date) =>
    `Solicitado. Donde está ahora pueden negarse hasta el ${date}; el silencio es un sí. Se le cobra cuando esté aquí.`,
  toOrder: 'Ver el pedido',
  problems: {
    free: () => 'No lo tiene nadie, así que no hay nada que trasladar: regístrelo.',
    here: () => 'Ya está en Tienda.',
    tooYoung: (date) => `Se registró hace poco y se queda donde está hasta el ${date}.`,
    movedLately: (date) => `Se trasladó hace poco y se queda donde está hasta el ${date}.`,
    locked: () => 'Está bloqueado contra traslados. Desbloquéelo donde está ahora; es gratis.',
    lockedByRegistry: () =>
      'Su operador lo ha bloqueado. Pregunte la razón donde está ahora y pida que lo desbloqueen.',
    onHold: () => 'Está fuera de servicio. Arréglelo donde está ahora y después podrá trasladarse.',
    underWay: () => 'Ya va de camino a alguien. Si no fue usted, escriba a donde está ahora.',
    pending: () => 'Se está decidiendo otra cosa sobre él. Después podrá trasladarse.',
    inRedemption: () => 'Venció. Recupérelo donde está ahora, o espere a que quede libre.',
    tenYears: (date) =>
      `Está pagado a más de nueve años y el traslado añadiría uno: puede trasladarse desde el ${date}.`,
    codeNeeded: () => 'Hace falta su código de autorización. Se lo dan donde está ahora el nombre.',
    wrongCode: () => 'El código de autorización no encaja. Cópielo otra vez, o pida otro donde está ahora el nombre.',
  },
};
