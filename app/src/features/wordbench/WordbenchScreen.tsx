import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { byPopularity } from '@tienda/core/catalogue/byPopularity';
import { combined, mostCombinations } from '@tienda/core/ideas/wordbench';
import { useCatalogue } from '../../api/catalogue';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Field } from '../../ui/Field';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';

const words = texts.wordbench;
const mostGroups = 4;

/** As many as one looks at before searching. */
const shown = 40;

/** Groups of words, one word of each making a name; then searched for together. */
export function WordbenchScreen() {
  const [groups, setGroups] = useState<readonly string[]>(['', '']);
  const [anyOrder, setAnyOrder] = useState(false);
  const [hyphens, setHyphens] = useState(false);
  const [extension, setExtension] = useState('com');
  const catalogue = useCatalogue().data;
  const labels = useMemo(() => combined(groups.map(wordsOf), { anyOrder, hyphens }), [groups, anyOrder, hyphens]);
  const extensions = catalogue ? byPopularity(catalogue) : [];
  const ready = groups.filter((group) => wordsOf(group).length > 0).length >= 2;
  const search = () => {
    const names = labels.map((label) => `${label}.${extension}`);
    router.navigate({ pathname: '/', params: { q: names.join(' ') } });
  };
  return (
    <Screen
      title={words.title}
      back
      foot={<Action kind="main" title={words.search(ready ? labels.length : 0)} disabled={!ready} onPress={search} />}
    >
      <Text colour="quiet">{words.detail}</Text>
      <Card>
        {groups.map((group, index) => (
          <Field
            key={index}
            label={words.group(index + 1)}
            hint={index === 0 ? words.hint : undefined}
            value={group}
            onChange={(value) => setGroups((before) => before.map((other, at) => (at === index ? value : other)))}
          />
        ))}
        {groups.length < mostGroups ? (
          <View style={{ alignItems: 'flex-start' }}>
            <Action kind="link" title={words.more} onPress={() => setGroups([...groups, ''])} />
          </View>
        ) : null}
        <Toggle title={words.anyOrder} detail={words.anyOrderDetail} value={anyOrder} onChange={setAnyOrder} />
        <Toggle title={words.hyphens} detail={words.hyphensDetail} value={hyphens} onChange={setHyphens} />
        <Choice
          label={words.extension}
          value={extension}
          options={extensions.map(({ label, unicode }) => ({ value: label, title: `.${unicode}` }))}
          onChange={setExtension}
        />
      </Card>
      {ready ? (
        <Card label={words.made(labels.length)}>
          <Text kind="heading" level={2}>
            {words.made(labels.length)}
          </Text>
          {labels.length === mostCombinations ? <Text kind="small">{words.cut(mostCombinations)}</Text> : null}
          <Text kind="name">{labels.slice(0, shown).join('  ')}</Text>
          {labels.length > shown ? <Text colour="quiet">{words.others(labels.length - shown)}</Text> : null}
        </Card>
      ) : null}
    </Screen>
  );
}

/** Letters and digits only: anything else cannot stand in a name. */
function wordsOf(typed: string): string[] {
  return typed
    .toLowerCase()
    .split(/[^\p{L}\p{M}\p{N}]+/u)
    .filter(Boolean);
}
