export { hashPassword } from './accounts/password';
export { createServer } from './server';
export { asRow } from './store/models';
export { migrate } from './store/migrate';
export { connect } from './store/sequelize';
export { openStore, type Store } from './store/store';
