import { Text } from 'react-native';
import { Button } from '@rneui/themed';
import { useQuery } from '@tanstack/react-query';
import Svg, { Path } from 'react-native-svg';
import { convert } from '@tienda/core/pricing/money';
export default function Index() {
  useQuery({ queryKey: ['a'], queryFn: () => 1 });
  return (
    <>
      <Text>{convert(300, 'EUR', '0.92')}</Text>
      <Button title="x" />
      <Svg>
        <Path d="M0 0" />
      </Svg>
    </>
  );
}
