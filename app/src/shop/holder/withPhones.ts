/** What reads phone numbers and checks contacts. Everybody gets it through `later`, so that nobody has it who needs none. */
export { HolderForm } from './HolderForm';
export { PublicView } from './PublicView';
