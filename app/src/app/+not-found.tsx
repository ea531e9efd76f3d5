export { NotFoundScreen as default } from '../features/shell/NotFoundScreen';
