export { GroupsScreen as default } from '../../features/groups/GroupsScreen';
