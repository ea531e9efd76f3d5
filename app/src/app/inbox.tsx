export { InboxScreen as default } from '../features/inbox/InboxScreen';
