import { Component, type ReactNode } from 'react';
import { View } from 'react-native';
import { Empty } from '@/ui/screen';

interface Props {
  children: ReactNode;
}

/**
 * What could not be shown: a piece of the app that an update took away, or a mistake of ours. Never a blank page; what
 * was entered stands in the browser's database and waits there.
 */
export class Unbroken extends Component<Props, { broken: boolean }> {
  override state = { broken: false };

  static getDerivedStateFromError(): { broken: boolean } {
    return { broken: true };
  }

  override render(): ReactNode {
    if (!this.state.broken) return this.props.children;
    return <Broken />;
  }
}

/** In place of what could not be shown. */
export function Broken() {
  return (
    <View style={{ flex: 1, padding: 12, justifyContent: 'center' }} role="main">
      <Empty
        icon="alert-outline"
        title="This page could not be shown"
        alone
        words="Nothing you entered is lost. Open it again; if it stays like this, go to the Bay and on from there."
        button="Open it again"
        onPress={() => location.reload()}
      />
    </View>
  );
}
