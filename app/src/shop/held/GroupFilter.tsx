import { useGroups } from '../../api/groups';
import { texts } from '../../texts/texts';
import { ChipChoice } from '../../ui/ChipChoice';

interface GroupFilterProps {
  /** Id of the group, or `none`; all names where empty. */
  readonly value: string;
  readonly onChange: (group: string) => void;
}

/** The names of which group are shown; nothing where there are no groups. */
export function GroupFilter({ value, onChange }: GroupFilterProps) {
  const groups = useGroups().data ?? [];
  if (groups.length === 0) return null;
  return (
    <ChipChoice
      label={texts.names.inGroup}
      value={value}
      pressed={value !== ''}
      options={[
        { value: '', title: texts.names.anyGroup },
        ...groups.map(({ id, title, names }) => ({ value: id, title: `${title} · ${names}` })),
        { value: 'none', title: texts.groups.none },
      ]}
      onChange={onChange}
    />
  );
}
