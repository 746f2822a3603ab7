export { hashPassword } from './accounts/password';
export { createServer, type Server } from './server';
export { migrate } from './store/migrate';
export { connect } from './store/sequelize';
export { openStore, type Store } from './store/store';
