import { checkoutStore } from '../../api/checkoutStore';
import { useGroups } from '../../api/groups';
import { useStored } from '../../stored/stored';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Text } from '../../ui/Text';

const words = texts.checkout.contacts;

/** For which group names are registered: they are put in it, and held by whom it says. */
export function ForGroup() {
  const groups = useGroups();
  const choices = useStored(checkoutStore);
  if (!groups.data || groups.data.length === 0) return null;
  const isThere = groups.data.some(({ id }) => id === choices.group);
  const choose = (id: string) => {
    const { group: _before, ...others } = choices;
    checkoutStore.set(id === '' ? others : { ...others, group: id });
  };
  return (
    <Card>
      <Choice
        label={words.forGroup}
        value={isThere ? (choices.group ?? '') : ''}
        options={[
          { value: '', title: texts.groups.none },
          ...groups.data.map(({ id, title }) => ({ value: id, title })),
        ]}
        onChange={choose}
      />
      <Text kind="small" colour="quiet">
        {words.forGroupDetail}
      </Text>
    </Card>
  );
}
