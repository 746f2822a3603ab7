const { configure } = require('@testing-library/react-native');

// What is waited for comes when it comes: a busy machine is no failure.
configure({ asyncUtilTimeout: 20_000 });
