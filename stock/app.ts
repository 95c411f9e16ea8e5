import express, { type Express } from 'express';
import sharp from 'sharp';
import { found, scenes, type Scene } from './scenes';

const onePage = 12;
const smallWidth = 400;

const facts = ({ id, title, by, width, height }: Scene): Record<string, unknown> => ({ id, title, by, width, height });

const asJpeg = (scene: Scene, width: number): Promise<Buffer> =>
  sharp(Buffer.from(scene.draw())).resize({ width }).jpeg({ quality: 88 }).toBuffer();

/** The stock: pictures found by words, small ones to look at, and whole ones to take. */
export function stockApp(): Express {
  const app = express();
  app.disable('x-powered-by');
  app.get('/search', (request, response) => {
    const { words, page } = request.query;
    const all = found(typeof words === 'string' ? words.slice(0, 200) : '');
    const from = Math.max(0, Math.floor(Number(page) || 0)) * onePage;
    response.json({ pictures: all.slice(from, from + onePage).map(facts), more: all.length > from + onePage });
  });
  app.get('/pictures/:id/:size', async (request, response, next) => {
    const scene = scenes.find((one) => one.id === request.params.id);
    const { size } = request.params;
    if (!scene || (size !== 'small' && size !== 'whole')) return next();
    response.type('jpeg').send(await asJpeg(scene, size === 'small' ? smallWidth : scene.width));
  });
  app.use((_request, response) => void response.status(404).json({ problem: 'There is no such picture.' }));
  return app;
}
