import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useGroups, useKeepGroup } from '../../api/groups';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { ChipChoice } from '../../ui/ChipChoice';
import { Failure } from '../../ui/Empty';
import { Field } from '../../ui/Field';

const words = texts.groups;

interface GroupChoiceProps {
  readonly label: string;
  /** Id of the group; none where null, not chosen yet where undefined. */
  readonly value: string | null | undefined;
  readonly onChange: (groupId: string | null) => void;
}

/** Which group names go to: one of those there are, none, or a new one. */
export function GroupChoice({ label, value, onChange }: GroupChoiceProps) {
  const groups = useGroups();
  const keep = useKeepGroup();
  const [title, setTitle] = useState<string>();
  const choose = (chosen: string) => {
    setTitle(chosen === 'new' ? '' : undefined);
    if (chosen !== 'new' && chosen !== '') onChange(chosen === 'none' ? null : chosen);
  };
  const shown = title === undefined ? (value === undefined ? '' : (value ?? 'none')) : 'new';
  return (
    <View style={styles.whole}>
      <ChipChoice
        label={label}
        value={shown}
        options={[
          ...(value === undefined && title === undefined ? [{ value: '', title: words.choose }] : []),
          { value: 'none', title: words.none },
          ...(groups.data ?? []).map((group) => ({ value: group.id, title: group.title })),
          { value: 'new', title: words.newOne },
        ]}
        onChange={choose}
      />
      {title === undefined ? null : (
        <View style={styles.made}>
          <Field label={words.title} value={title} maxLength={80} onChange={setTitle} />
          <View style={styles.button}>
            <Action
              title={words.make}
              busy={keep.isPending}
              onPress={() =>
                keep.mutate(
                  { title, note: '' },
                  {
                    onSuccess: ({ id }) => {
                      setTitle(undefined);
                      onChange(id);
                    },
                  },
                )
              }
            />
          </View>
          {keep.isError ? <Failure fault={keep.error} /> : null}
        </View>
      )}
      {groups.isError ? <Failure fault={groups.error} retry={() => void groups.refetch()} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  whole: { alignItems: 'flex-start', gap: 4 },
  made: { alignSelf: 'stretch' },
  button: { alignItems: 'flex-start' },
});
