import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Empty } from '@/ui/screen';
import { useColours } from '@/ui/theme';

export default function NotFound() {
  const router = useRouter();
  const c = useColours();
  return (
    <View role="main" style={{ flex: 1, backgroundColor: c.ground, padding: 12, justifyContent: 'center' }}>
      <Empty
        icon="help-circle-outline"
        title="Nothing here"
        alone
        words="This address leads to no job, engine or setting."
        button="To the Bay"
        onPress={() => router.replace('/')}
      />
    </View>
  );
}
