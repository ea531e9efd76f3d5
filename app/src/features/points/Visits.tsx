import { StyleSheet, View } from 'react-native';
import type { Hop, Visit } from '@tienda/core/dns/visit';
import { useVisit } from '../../api/points';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { breaksAnywhere, fonts } from '../../ui/theme';

const words = texts.points.visit;

interface VisitsProps {
  readonly zone: string;
  /** Which of its names: `@`, `www`. */
  readonly below: string;
}

/** A visit tried as a browser would make it: what came of it in a sentence, and each step. */
export function Visits({ zone, below }: VisitsProps) {
  const visit = useVisit(zone);
  return (
    <View style={styles.part}>
      <View style={styles.action}>
        <Action kind="link" title={words.tryIt} busy={visit.isPending} onPress={() => visit.mutate(below)} />
      </View>
      {visit.isError ? <Failure fault={visit.error} /> : null}
      {visit.data?.map((one) => (
        <Tried key={one.hops[0]?.url} visit={one} />
      ))}
    </View>
  );
}

function Tried({ visit: { hops, outcome } }: { readonly visit: Visit }) {
  const last = hops.at(-1);
  const isSecure = hops[0]?.url.startsWith('https:') ?? false;
  return (
    <View>
      <Notice kind={outcome === 'works' ? 'good' : 'problem'}>
        {`${isSecure ? words.secure : words.plain} ${words.outcomes[outcome](last?.url ?? '', String(last?.status ?? ''))}`}
      </Notice>
      {hops.map((hop, index) => (
        <Step key={`${index} ${hop.url}`} hop={hop} />
      ))}
    </View>
  );
}

function Step({ hop: { url, address, status, problem, ms } }: { readonly hop: Hop }) {
  const answer =
    status === undefined ? (problem === undefined ? words.notAsked : words.noAnswer(ms)) : words.answered(status, ms);
  return (
    <View style={styles.step}>
      <Text kind="small" style={styles.url}>
        {url}
      </Text>
      <Text kind="small" colour="quiet">
        {`${address ?? words[problem === 'unresolved' ? 'notFoundOut' : 'noAddress']} · ${answer}`}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  part: { gap: 6 },
  action: { alignItems: 'flex-start' },
  step: { paddingVertical: 3 },
  url: { fontFamily: fonts.mono, ...breaksAnywhere },
});
