import type { Texts } from '../en';

export const readElsewhere: Texts['readElsewhere'] = {
  title: 'Como está ahora en otra parte',
  detail:
    'Lea lo que responden hoy sus servidores de nombres y guárdelo aquí: cuando el nombre pase a los de Tienda, la web y el correo seguirán. Donde está no se cambia nada.',
  more: 'Otros nombres debajo de él',
  moreHint:
    'Por los habituales se pregunta siempre. A nadie se le dice cuáles hay: añada los que conozca, shop2 o lake.',
  read: 'Leerlo',
  found: (records, host, asked) =>
    records === 0
      ? `${host} no responde nada a los ${asked} nombres por los que se preguntó.`
      : `${records === 1 ? '1 entrada leída' : `${records} entradas leídas`} de ${host}, al que se preguntó por ${asked} nombres. Repáselas abajo y guárdelas.`,
  silent: (names) => `No se respondió todo sobre ${names}: puede haber más. Léalo otra vez.`,
  unread: (line) => `Aquí no se puede servir tal cual: ${line}`,
};
