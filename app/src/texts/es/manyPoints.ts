import type { Texts } from '../en';

const count = (records: number) => (records === 1 ? '1 entrada' : `${records} entradas`);

export const manyPoints: Texts['manyPoints'] = {
  title: (count) => (count === 1 ? 'Entradas de 1 nombre' : `Entradas de ${count} nombres`),
  back: 'Todos los nombres',
  none: 'No hay nombres elegidos',
  noneDetail: 'Elija primero nombres en la lista, y después Entradas.',
  which: (names, more) => (more > 0 ? `${names} y ${more} más, todos igual.` : `${names}, todos igual.`),
  elsewhere: (count) =>
    `${count === 1 ? '1 de ellos usa' : `${count} de ellos usan`} otros servidores: allí cuenta cuando vuelvan.`,
  nameHint: '@ es cada nombre, www es www debajo',
  willChange: (will, same) =>
    [
      will === 1 ? 'Cambiará 1 nombre.' : `Cambiarán ${will} nombres.`,
      same > 0 ? (same === 1 ? '1 ya está así.' : `${same} ya están así.`) : '',
    ]
      .filter(Boolean)
      .join(' '),
  one: (name, added, removed) =>
    `${name}: ${[added > 0 ? `${count(added)} más` : '', removed > 0 ? `${removed} menos` : ''].filter(Boolean).join(', ')}`,
  haveChanged: (count) =>
    count === 1 ? '1 nombre responde así desde ahora.' : `${count} nombres responden así desde ahora.`,
  takenBack: (count) => (count === 1 ? '1 nombre está como estaba.' : `${count} nombres están como estaban.`),
  meanwhile: 'otra persona lo cambió entretanto, así que se queda como está.',
  save: (count) => (count === 1 ? 'Guardar para 1 nombre' : `Guardar para ${count} nombres`),
  more: 'Cambiar otra cosa',
  files: 'Como archivos',
  filesDetail:
    'Un archivo de zona por nombre, en un ZIP. Al leerlos, cada uno encuentra su nombre por su $ORIGIN o por cómo se llama.',
  filesOut: 'Guardar como archivos de zona',
  filesIn: 'Leer archivos de zona',
  archive: 'zonas.zip',
  unreadable: 'Este archivo no se puede leer. Elija un ZIP, o los propios archivos de zona.',
  notRead: {
    failed: (why) => `se queda como está. ${why}`,
    notChosen: (name) => `${name} no está entre los nombres elegidos.`,
    empty: () => 'no hay en él ninguna entrada que se pueda leer.',
  },
};
