import type { Texts } from '../en';

export const contacts: Texts['names']['contacts'] = {
  title: 'Titular y contactos',
  change: 'Cambiarlos',
  forgotten: 'un contacto que se olvidó',
  bothAsked: (from, to) =>
    `Se pregunta por correo a ${from} y a ${to}. Nada cambia si no aceptan los dos en siete días. Después se queda con nosotros 60 días, salvo que ${from} renuncie a ello.`,
  ask: 'Preguntar a los dos',
  save: 'Cambiarlos',
  leave: 'Dejarlos',
  handover: (to) => `Su titular ha de ser ${to}.`,
  asked: (by) => `Se preguntó a los dos por correo; pueden aceptar hasta el ${by}.`,
  oldAgreed: (by) => `El titular de hoy ha aceptado; el nuevo puede hasta el ${by}.`,
  newAgreed: (by) => `El nuevo titular ha aceptado; el de hoy puede hasta el ${by}.`,
  agreed: 'Han aceptado los dos. Se está pidiendo a su operador.',
  withdraw: 'Retirarlo',
  movable: (from) => `Su titular ha cambiado: no se puede llevar a otro sitio antes del ${from}.`,
  willAsk: (asked, waiting) =>
    [
      ...(asked > 0 ? [asked === 1 ? 'Cambiará 1 nombre.' : `Cambiarán ${asked} nombres.`] : []),
      ...(waiting > 0
        ? [
            `Se preguntará por correo a los titulares de ${waiting === 1 ? '1 nombre' : `${waiting} nombres`}: han de aceptar los dos.`,
          ]
        : []),
      ...(asked + waiting === 0 ? ['Nada cambiaría.'] : []),
    ].join(' '),
  many: (asked, waiting) =>
    [
      ...(asked > 0
        ? [asked === 1 ? 'Se pidió al operador de 1 nombre.' : `Se pidió a los operadores de ${asked} nombres.`]
        : []),
      ...(waiting > 0
        ? [
            `Se preguntó por correo a los titulares de ${waiting === 1 ? '1 nombre' : `${waiting} nombres`}; han de aceptar los dos en siete días.`,
          ]
        : []),
      ...(asked + waiting === 0 ? ['No había nada que cambiar.'] : []),
    ].join(' '),
  cannot: {
    over: 'Su plazo ha terminado: renuévelo o recupérelo antes.',
    asked: 'Ya se está preguntando a sus titulares por otro cambio.',
    latin: 'Su operador solo admite letras latinas: elija un contacto que las tenga, o escriba este también con ellas.',
  },
  cannotMany: {
    over: (count) => `${count} no: ${count === 1 ? 'su plazo ha' : 'sus plazos han'} terminado.`,
    asked: (count) => `${count} no: ya se pregunta a ${count === 1 ? 'su titular' : 'sus titulares'}.`,
    latin: (count) =>
      `${count} no: ${count === 1 ? 'su operador solo admite' : 'sus operadores solo admiten'} letras latinas.`,
  },
  stays: 'como está',
};

export const pointing: Texts['names']['pointing'] = {
  title: 'Servidores de nombres',
  tienda: 'Los de Tienda',
  tiendaDetail: 'ns1.tienda.example y ns2.tienda.example',
  elsewhere: 'Otros servidores',
  elsewhereDetail: 'los de un alojamiento web, o los suyos',
  nothing: 'Ninguno',
  nothingDetail: 'el nombre sigue siendo suyo, y nada responde por él',
  signed: (count) => (count === 1 ? 'con firma, por un DS' : `con firma, por ${count} DS`),
  hosts: 'Hosts debajo de él',
  change: 'Cambiar',
  nameservers: 'Servidores de nombres, uno por línea',
  nameserversHint: (name) => `Dos al menos. Uno debajo del propio ${name}, con sus direcciones detrás.`,
  ds: 'Entradas DS, una por línea',
  dsHint: 'Solo si esos servidores responden con firma (DNSSEC): quien los lleva da las entradas.',
  ownHosts: 'Hosts debajo de él, uno por línea',
  ownHostsHint: (name) => `Para que los usen otros nombres: un host debajo de ${name} y sus direcciones.`,
  addHosts: 'Hosts debajo de él, para otros nombres',
  later: 'Los resolutores pueden seguir con la respuesta antigua hasta un día.',
  unsigned: 'Sus entradas DS se van con los servidores para los que eran.',
  silent: 'La web y el correo de este nombre dejan de funcionar.',
  lost: (what) => `Ya nadie pregunta a Tienda: ${what}. Se guarda aquí, y cuenta otra vez cuando el nombre vuelva.`,
  lostParts: {
    forwards: (count) => (count === 1 ? 'un reenvío de visitas' : `${count} reenvíos de visitas`),
    mail: (count) => (count === 1 ? 'un reenvío de correo' : `${count} reenvíos de correo`),
    records: (count) => (count === 1 ? '1 entrada' : `${count} entradas`),
    others: (count) => (count === 1 ? '1 entrada más' : `${count} entradas más`),
  },
  back: (records) =>
    records === 0
      ? 'Aquí aún no hay entradas: la web y el correo se pararían. Lea antes, en las entradas, lo que se responde ahora.'
      : `Lo que hay aquí cuenta otra vez: ${records === 1 ? '1 entrada' : `${records} entradas`}.`,
  looking: 'Se pregunta a los servidores si responden por este nombre.',
  findings: {
    answers: (host) => `${host} responde por este nombre.`,
    others: (host) => `${host} no responde por este nombre. Quien lo lleva tiene que prepararlo antes.`,
    silent: (host) => `${host} no responde.`,
    noAddress: (host) => `${host} no se encuentra: nadie conoce una dirección suya.`,
    unresolved: (host) => `Ahora no se puede averiguar dónde está ${host}: quien debería saberlo no responde.`,
    hidden: (host) => `A ${host} solo llegan algunas redes.`,
  },
  notReady: 'Así, el nombre deja de funcionar donde se pregunte a estos.',
  saveAllTheSame: 'Ponerlos de todos modos',
  save: 'Ponerlos',
  leave: 'Dejarlos como están',
  line: (line, problem) => `Línea ${line}: ${problem}`,
  problems: {
    tooFew: () => 'Ponga dos servidores al menos: si uno cae, responde el otro.',
    tooMany: () => 'Hay demasiados.',
    twice: (input) => `${input} está dos veces. Quite uno.`,
    notAHost: (input) => `${input} no es el nombre de un host. Escríbalo como ns1.quayhost.example.`,
    needsAddresses: (input) => `${input} está debajo del propio nombre. Ponga sus direcciones detrás.`,
    notBelow: (input) => `${input} no está debajo del nombre. Quite sus direcciones.`,
    notAnAddress: (input) => `${input} no es una dirección. Escríbala como 192.0.2.7 o 2001:db8::7.`,
    notPublic: (input) => `${input} no se alcanza desde todas partes. Ponga una dirección pública.`,
    dsWithOwn: () => 'Tienda cuida de las claves de lo que sirven sus propios servidores.',
    dsWithNothing: () => 'Sin servidores de nombres no se firma nada.',
    'ds:form': () => 'Un DS tiene etiqueta de clave, algoritmo, tipo de resumen y resumen.',
    'ds:keyTag': () => 'La etiqueta de clave, el primer número, va de 0 a 65535.',
    'ds:algorithm': () => 'El algoritmo, el segundo número, es 8, 10, 13, 14, 15 o 16.',
    'ds:digestType': () => 'El tipo de resumen, el tercer número, es 2 o 4.',
    'ds:digest': () => 'El resumen está cortado, o es demasiado largo: cópielo otra vez.',
  },
};
