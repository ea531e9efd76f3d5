import type { Texts } from '../en';

const names = (count: number) => (count === 1 ? '1 nombre' : `${count} nombres`);

export const handOvers: Texts['handOvers'] = {
  title: 'Entregas',
  back: 'Todos los nombres',
  signIn: 'Entre con la dirección a la que se ofrecen los nombres, o abra una cuenta con ella.',
  form: 'A otra cuenta de aquí',
  detail:
    'Sin traslado ni coste: los años pagados, las fechas, las entradas DNS, el reenvío y el titular van con él, con los datos del titular. La otra parte tiene siete días para aceptarlo.',
  email: 'Correo de la otra cuenta',
  offer: (count) => `Ofrecer ${names(count)}`,
  offerOf: (name) => `Ofrecer ${name} a otra cuenta`,
  offered: (email) => `Ofrecido a ${email}, por correo. Sigue siendo suyo hasta que lo acepte.`,
  cannot: {
    over: 'su plazo ha terminado: renuévelo o recupérelo antes',
    offered: 'ya se ofrece a alguien: retire antes esa oferta',
    holderAsked: 'se pregunta a sus titulares si puede cambiar de manos: espere a eso',
    asked: 'otro registrador lo pide: responda antes a eso',
    changing: 'su operador no ha respondido a lo que se le pidió: inténtelo dentro de un momento',
    notHeld: 'ya no está entre los suyos',
  },
  forYou: 'Ofrecido a usted',
  byYou: 'Ofrecido por usted',
  none: 'No se ofrece nada',
  noneDetail: 'Aquí aparece lo que ofrece a otra cuenta de aquí, y lo que le ofrecen a usted.',
  from: (email, count) => `${email} le entrega ${names(count)}`,
  to: (email, count) => `${names(count)} para ${email}`,
  ends: (date) => `pagado hasta el ${date}`,
  more: (count) => `y ${count} más`,
  until: (date) => `Se puede aceptar hasta el ${date}.`,
  comesAlong:
    'Los años pagados, las fechas, las entradas DNS, el reenvío y el titular vienen con él, y no se cobra nada. Desde entonces las renovaciones corren de su cuenta.',
  take: (count) => (count === 1 ? 'Aceptarlo' : 'Aceptarlos'),
  decline: 'Rechazar',
  withdraw: 'Retirar la oferta',
  states: {
    offered: 'Ofrecido, sin respuesta todavía.',
    taken: 'Aceptado.',
    declined: 'Rechazado. Los nombres están donde estaban.',
    withdrawn: 'Retirado. Los nombres están donde estaban.',
    expired: 'Sin respuesta a tiempo. Los nombres están donde estaban.',
  },
  takenByYou: (count) => (count === 1 ? 'Ahora es suyo.' : 'Ahora son suyos.'),
  see: 'Verlos',
  toName: 'A sus nombres',
  gone: (name, email) => `${name} se entregó a ${email}, con los años que estaban pagados.`,
  under: (email) => `Ofrecido a ${email}, aún sin aceptar.`,
};
