export { HelpersScreen as default } from '../../features/helpers/HelpersScreen';
