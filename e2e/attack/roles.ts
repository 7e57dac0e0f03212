import { API } from '@tidy-quill/contract/api';
import { personAt } from './person';

/** Every route that names an id, asked by each role of another clinic with ids of the first; gives what was answered. */
export async function roles(
  url: string,
  ids: readonly string[],
): Promise<{ readonly asked: number; readonly open: readonly string[] }> {
  const open: string[] = [];
  let asked = 0;
  const routes = Object.entries(API).filter(
    ([route, row]) => row.open !== true && route.includes(':id'),
  );
  for (const name of ['strange.technician', 'strange.supervisor', 'strange.owner', undefined]) {
    const person = await personAt(url, name);
    for (const [route] of routes) {
      const [method = '', path = ''] = route.split(' ');
      for (const id of ids) {
        const { status, text } = await person.ask(method, path.replace(':id', id), '{}');
        asked += 1;
        const right = name === undefined ? [401] : [400, 403, 404];
        if (!right.includes(status) || text.includes('Lantern Yard')) {
          open.push(`${name ?? 'nobody'} ${route}: ${status}`);
        }
      }
    }
  }
  return { asked, open };
}
