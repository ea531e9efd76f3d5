export { WordbenchScreen as default } from '../features/wordbench/WordbenchScreen';
