import { router } from 'expo-router';
import { memo, Suspense } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useStored } from '../../stored/stored';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Text } from '../../ui/Text';
import { recentSearches } from './recent';

const words = texts.find;
const examples = ['saltwhistle', 'saltwhistle.boats', 'quay and quill'];

interface HelloProps {
  readonly onPick: (query: string) => void;
}

/**
 * Before anything is typed: what can be, and what was searched for lately. Where it was written ahead of time the browser
 * takes it over by itself, after what stands above.
 */
export const Hello = memo(function Hello(props: HelloProps) {
  return (
    <Suspense>
      <Greeting {...props} />
    </Suspense>
  );
});

function Greeting({ onPick }: HelloProps) {
  const recent = useStored(recentSearches);
  return (
    <ScrollView style={styles.scroll} contentContainerStyle={styles.hello} keyboardShouldPersistTaps="handled">
      <Text kind="heading" level={2}>
        {words.hello}
      </Text>
      <Text colour="quiet">{words.helloDetail}</Text>
      {recent.length > 0 ? (
        <>
          <View style={styles.headRow}>
            <Text kind="heading" level={3}>
              {words.recent}
            </Text>
            <Action kind="link" title={words.forget} onPress={() => recentSearches.set([])} />
          </View>
          <Picks queries={recent} onPick={onPick} />
        </>
      ) : null}
      <Text kind="heading" level={3}>
        {words.examples}
      </Text>
      <Picks queries={examples} onPick={onPick} />
      <Text kind="heading" level={3}>
        {words.bench}
      </Text>
      <Text colour="quiet">{words.benchDetail}</Text>
      <View style={styles.picks}>
        <Action title={words.toBench} onPress={() => router.navigate('/wordbench')} />
      </View>
      <Text kind="small" colour="quiet">
        {texts.demo}
      </Text>
    </ScrollView>
  );
}

function Picks({ queries, onPick }: { readonly queries: readonly string[]; readonly onPick: (query: string) => void }) {
  return (
    <View style={styles.picks}>
      {queries.map((query) => (
        <Action key={query} title={query} onPress={() => onPick(query)} />
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  scroll: { flex: 1 },
  hello: { gap: 10, padding: 16, width: '100%', maxWidth: 1040, alignSelf: 'center' },
  headRow: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' },
  picks: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
