import 'react-native';

/** React Native web turns dataSet into data- attributes; the types do not know it. */
declare module 'react-native' {
  interface ViewProps {
    dataSet?: Record<string, string>;
  }
  interface TextProps {
    dataSet?: Record<string, string>;
  }
}
