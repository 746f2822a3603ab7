export { hashPassword } from './accounts/password';
export { createServer, type Server } from './server';
export { benchJson } from './store/bench-query';
export { asRow } from './store/models';
export { ShopScope } from './store/scope';
export { migrate } from './store/migrate';
export { connect } from './store/sequelize';
export { openStore, type Store } from './store/store';
