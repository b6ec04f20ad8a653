// Serves the build with a certificate of one's own: what `npm start -- --lan --https` runs instead of `node build`.
import { createServer } from 'node:https';
import { certificate } from './lan.mjs';

const { HOST, PORT, HAVERSACK_DATA, HAVERSACK_HOSTS } = process.env;
const { key, cert } = await certificate(HAVERSACK_DATA, ['127.0.0.1', 'localhost', ...HAVERSACK_HOSTS.split(',')]);
const { handler } = await import('../build/handler.js');
const server = createServer({ key, cert }, (request, response) =>
  handler(request, response, () => {
    response.statusCode = 404;
    response.end('Not found');
  })
);
server.listen(Number(PORT), HOST);
const end = () => {
  server.close(() => process.exit(0));
  server.closeAllConnections();
};
process.on('SIGTERM', end);
process.on('SIGINT', end);
