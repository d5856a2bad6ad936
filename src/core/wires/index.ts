export { accepts, passes, portFits, type Route, routesFrom } from './routes';
