/** What reads phone numbers, fetched together when it is needed: the tables for that are large. */
export { HolderForm } from '../../shop/holder/HolderForm';
export { PublicView } from './PublicView';
