import { startProduct } from './server.js';

const { url } = await startProduct({ port: 8080, file: 'widgets.db' });
console.log(`${url}/admin`);
