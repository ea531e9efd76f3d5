import type { Texts } from '../en';
import { nameCount } from './counts';

export const groups: Texts['groups'] = {
  screen: 'Grupos',
  one: 'Grupo',
  count: (count) => (count === 1 ? '1 grupo' : `${count} grupos`),
  empty: 'Aún no hay grupos. Un grupo mantiene nombres juntos, por ejemplo uno por cliente.',
  add: 'Crear un grupo',
  title: 'Título',
  note: 'Nota',
  keep: 'Guardar así',
  leave: 'Dejarlo',
  edit: 'Cambiar',
  remove: 'Quitar',
  sure: (names) => (names === 0 ? 'No contiene nada.' : `${nameCount(names)} siguen siendo suyos y quedan sin grupo.`),
  removeIt: 'Quitar el grupo',
  keepIt: 'Conservarlo',
  itsNames: (count) => nameCount(count),
  choose: 'Elegir un grupo',
  contacts: 'Los nombres que se registran para él tienen a:',
  whoOrders: 'quien los pide',
  none: 'Sin grupo',
  newOne: 'Un grupo nuevo',
  make: 'Crear el grupo',
};
