import { throughKills } from './testing/kills';

// The long form, with its figures, is `npm run bench -- kills`.
describe('Kills of servers and connections while three people write on one page and its site', () => {
  it('lose nothing that was acknowledged, store nothing twice, and leave log, snapshots and both servers alike', async () => {
    const { stored, lost, differs } = await throughKills(8, 3);
    expect([lost, differs]).toEqual([0, []]);
    expect(stored).toBeGreaterThan(20);
  });
});
