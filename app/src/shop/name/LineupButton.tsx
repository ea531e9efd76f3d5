import { useStored } from '../../stored/stored';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { lineupStore, mostInLineup, toggleInLineup } from './lineupStore';

const words = texts.lineup;

/** Puts a name in the lineup, or takes it out. @param item an A-label name, or an extension with a leading dot */
export function LineupButton({ item, name }: { readonly item: string; readonly name: string }) {
  const items = useStored(lineupStore);
  const inside = items.includes(item);
  const full = !inside && items.length >= mostInLineup;
  return (
    <Action
      title={inside ? words.inside : full ? words.full : words.put}
      label={inside ? texts.find.outOfLineup(name) : texts.find.intoLineup(name)}
      disabled={full}
      onPress={() => void toggleInLineup(item)}
    />
  );
}
