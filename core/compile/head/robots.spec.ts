import { blankPage } from '../../document/page';
import { blankSite } from '../../document/site';
import { foundAt, robotsOf } from './sitemap';

/** The grammar of RFC 9309, section 2.2 (from memory), each line by itself: groups of rules behind who they are for. */
const line = {
  agent: /^[ \t]*user-agent[ \t]*:[ \t]*([a-zA-Z_-]+|\*)[ \t]*(#.*)?$/i,
  rule: /^[ \t]*(allow|disallow)[ \t]*:[ \t]*(\/[^\s#]*)?[ \t]*(#.*)?$/i,
  // other records may stand anywhere (section 2.2.4)
  other: /^[ \t]*[a-z-]+[ \t]*:[ \t]*\S+[ \t]*(#.*)?$/i,
};

interface Rule {
  readonly allows: boolean;
  readonly path: string;
}

/** The rules for everybody. @throws Error at the first line that is none of RFC 9309 */
function rulesOf(text: string): Rule[] {
  const rules: Rule[] = [];
  let isForAll = false;
  for (const one of text.split(/\r?\n/)) {
    if (one.trim() === '') continue;
    const [, agent] = line.agent.exec(one) ?? [];
    const [, word = '', path = ''] = line.rule.exec(one) ?? [];
    if (agent !== undefined) isForAll = agent === '*';
    else if (word !== '') {
      if (!isForAll) throw new Error(`a rule for nobody: ${one}`);
      rules.push({ allows: word.toLowerCase() === 'allow', path });
    } else if (!line.other.test(one)) throw new Error(`no record: ${one}`);
  }
  return rules;
}

/** Whether a path may be read: the longest rule that matches decides, and where none does, it may (section 2.2.2). */
function mayRead(rules: readonly Rule[], path: string): boolean {
  const [longest] = rules
    .filter((one) => one.path !== '' && path.startsWith(one.path))
    .sort((a, b) => b.path.length - a.path.length || Number(b.allows) - Number(a.allows));
  return longest?.allows ?? true;
}

const site = blankSite('mill', 'The Mill', 'mill');

describe('What search engines are told', () => {
  it('is read by RFC 9309: everything of a site with an address, nothing of one without', () => {
    const [open, closed] = [rulesOf(robotsOf(site, 'https://mill.example')), rulesOf(robotsOf(site, undefined))];
    for (const path of ['/', '/courses', '/files/a-1200.webp', '/sitemap.xml']) {
      expect(mayRead(open, path)).withContext(path).toBeTrue();
      expect(mayRead(closed, path)).withContext(path).toBeFalse();
    }
    expect(robotsOf(site, 'https://mill.example')).toMatch(/^Sitemap: https:\/\/mill\.example\/sitemap\.xml$/m);
  });

  // Common practice: what may not be read cannot say that it is not to be listed.
  it('of a site that is to be left out: it may be read, and no page of it is to be found', () => {
    const [unlisted, address] = [{ ...site, unlisted: true as const }, 'https://mill.example'];
    const page = blankPage('home', 'Home', '/');
    expect(mayRead(rulesOf(robotsOf(unlisted, address)), '/')).toBeTrue();
    expect(robotsOf(unlisted, address)).not.toContain('Sitemap');
    expect([foundAt(site, [page], address), foundAt(unlisted, [page], address)]).toEqual([[`${address}/`], []]);
  });

  it('is read by a reader that refuses what is no such file', () => {
    expect(() => rulesOf('Disallow: /\n')).toThrowError(/for nobody/);
    expect(() => rulesOf('nothing\n')).toThrowError(/no record/);
  });
});
