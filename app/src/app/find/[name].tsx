export { NamePage as default } from '../../features/name/NamePage';
