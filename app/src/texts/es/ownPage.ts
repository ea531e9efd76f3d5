import type { Texts } from '../en';

export const ownPage: Texts['ownPage'] = {
  title: 'Poner una página',
  heading: 'Encabezado',
  text: 'Texto',
  textHint: 'Una línea vacía empieza un párrafo. Si se deja vacío, la página muestra el nombre.',
  empty: 'el nombre',
  shown: (heading) => (heading === '' ? 'muestra una página' : `muestra una página: ${heading}`),
};
