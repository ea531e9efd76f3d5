import type { Texts } from '../en';

export const mailForward: Texts['mailForward'] = {
  title: 'Reenviar el correo',
  heading: 'Correo reenviado',
  all: 'Todas las demás direcciones',
  allDetail: 'Lo que esté delante de la @, si no se reenvía por separado',
  allOthers: 'todas las demás',
  allOf: (zone) => `todas las demás de ${zone}`,
  address: 'Dirección',
  addressHintMany: 'pedidos es esa dirección en cada uno de los nombres',
  addressHint: (zone) => `pedidos es pedidos@${zone}`,
  to: 'Adónde va su correo',
  toHint: 'Una o varias direcciones de correo. A cada una se le pregunta una vez si lo quiere.',
  moves: (where) => `El correo llega ahora a ${where}. En adelante llegará aquí.`,
  forwarded: (addresses) => `reenviado aquí: ${addresses}`,
  bringHere: 'Traerlo aquí',
  test: 'Enviarme una prueba',
  answers: {
    agreed: 'lo quiere',
    asked: 'aún no ha aceptado, así que no le llega nada',
    declined: 'no lo quiere, así que no le llega nada',
  },
  askAgain: 'Preguntar otra vez',
  askedAgain: 'El correo va de camino.',
  trials: {
    accepted: (server) => `${server} recibió la prueba. Abajo se ve qué fue de ella.`,
    noServer: () =>
      'Los demás aún no encuentran un servidor de correo de este nombre. Mire arriba hasta cuándo se guarda eso.',
    unresolved: () => 'Ahora no se pudo averiguar adónde va su correo. Pruebe otra vez en un minuto.',
    notHere: (server) => `Los demás todavía llevan su correo a ${server}. Mire arriba hasta cuándo se guarda eso.`,
    refused: (server, answer) => `${server} no aceptó la prueba: «${answer}»`,
    silent: (server) => `${server} no responde ahora. Pruebe otra vez en un minuto.`,
  },
  latest: 'Los últimos correos',
  more: (mails) => `${mails} más`,
  came: (time, sender) => `${time}, de ${sender}`,
  nobody: 'un servidor de correo',
  onItsWay: 'de camino',
  again: (time, answer) => `No se aceptó por ahora, se intenta otra vez el ${time}: «${answer}»`,
  states: {
    delivered: () => 'Llegó.',
    refused: (answer) => `Se rechazó, y se avisó a quien lo envió: «${answer}»`,
    givenUp: (answer) => `Se intentó durante días, y se avisó a quien lo envió: «${answer}»`,
  },
};

export const mailTarget: Texts['mailTarget'] = {
  title: 'Correo reenviado',
  bad: 'Este enlace no es nuestro, o se cortó: ábralo otra vez desde el correo.',
  asked: (address) =>
    `El correo a direcciones de un nombre se ha de reenviar a ${address}. No se envía nada antes de que usted acepte.`,
  answered: {
    agreed: (address) => `El correo se reenvía a ${address}. Puede terminarlo aquí cuando quiera.`,
    declined: (address) => `No se reenvía nada a ${address}.`,
  },
  agree: 'Quiero este correo',
  decline: { asked: 'No lo quiero', agreed: 'Terminarlo' },
};
