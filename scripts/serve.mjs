// Serves a build: node scripts/serve.mjs FOLDER. Over HTTPS with a certificate of one's own when HAVERSACK_HTTPS is set.
import plain from 'node:http';
import secure from 'node:https';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { markInUse } from './build.mjs';
import { certificate } from './lan.mjs';

/** A request that is not whole by then is ended: nobody holds the program up by sending half. A box with photographs takes its time. */
const HEADERS_MS = 10_000;
const REQUEST_MS = 120_000;
const LOOK_MS = 5_000;
/** What every answer says, files included. */
const HEADERS = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'x-frame-options': 'DENY',
  'cross-origin-resource-policy': 'same-origin'
};

const { HOST = '127.0.0.1', PORT = '4173', HAVERSACK_HTTPS, HAVERSACK_DATA, HAVERSACK_HOSTS = '' } = process.env;
const folder = resolve(process.argv[2]);
const { handler } = await import(pathToFileURL(join(folder, 'handler.js')).href);
markInUse(folder, process.pid);

const answer = (request, response) => {
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
  // without a name nobody knows which site a page believes to be on
  if (!request.headers.host) {
    response.statusCode = 400;
    return void response.end('A request names the computer it goes to.');
  }
  handler(request, response, () => {
    response.statusCode = 404;
    response.end('Not found');
  });
};
const limits = { headersTimeout: HEADERS_MS, requestTimeout: REQUEST_MS, connectionsCheckingInterval: LOOK_MS };
const server = HAVERSACK_HTTPS
  ? secure.createServer(
      {
        ...limits,
        ...(await certificate(HAVERSACK_DATA, ['127.0.0.1', 'localhost', ...HAVERSACK_HOSTS.split(',')]))
      },
      answer
    )
  : plain.createServer(limits, answer);
if (process.env.KEEP_ALIVE_TIMEOUT) server.keepAliveTimeout = Number(process.env.KEEP_ALIVE_TIMEOUT) * 1000;
server.listen(Number(PORT), HOST);

/** A page that listens to a meter does not keep it from ending. */
const LAST_MS = 1500;
const END_MS = Number(process.env.SHUTDOWN_TIMEOUT ?? 2) * 1000;
function end(reason) {
  server.close(() => {
    // the database is put in order and closed; what does not end by itself then is ended
    process.emit('sveltekit:shutdown', reason);
    setTimeout(() => process.exit(0), LAST_MS).unref();
  });
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), END_MS).unref();
}
process.once('SIGTERM', end);
process.once('SIGINT', end);
