import { By, Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('Nothing axe finds', () => {
  const visit = visiting(async ({ person }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.openPage('tidewick-home');
  });
  const nothing = async (): Promise<void> => {
    expect(await axeFindings(visit.browser.driver)).toEqual([]);
  };

  const noMenu = (): Promise<void> =>
    visit.person.until(
      async () => (await visit.browser.driver.findElements(By.css('[role=menuitem]'))).length === 0,
      'a menu is still open',
    );

  for (const group of ['Flow', 'Box', 'Space', 'Place', 'Type', 'Fill', 'Edge', 'Content', 'First screen'])
    it(`in the workbench with ${group} of a heading below the leaves`, async () => {
      await visit.person.pick('wide', 'h1', 'Title');
      await visit.person.group(group);
      await nothing();
    });

  it('in the findings', async () => {
    await (
      await visit.browser.driver.findElement(By.xpath("//*[@role='tab'][contains(normalize-space(), 'Findings')]"))
    ).click();
    await visit.person.find('fold-findings-list');
    await nothing();
  });

  for (const [what, key, css] of [
    ['the plan', 'p', 'fold-plan-dialog'],
    ['the table of values', 'y', 'fold-overrides-dialog'],
    ['ready-made sections', 's', 'fold-sections-dialog'],
    ['the breakpoints', 'g', 'fold-breakpoints-dialog'],
    ['the classes', 'c', 'fold-classes-dialog'],
    ['the tokens', 'x', 'fold-tokens-dialog'],
    ['the looks', 'e', 'fold-looks-dialog'],
    ['what refit proposes', 'r', 'fold-refit-dialog'],
  ] as const)
    it(`in ${what}`, async () => {
      await visit.person.pointAway();
      await visit.person.chord(Key.ALT, Key.SHIFT, key);
      await visit.person.find(css);
      if (css === 'fold-refit-dialog') await nothing(); // while it is at work
      await visit.person.until(
        async () => (await visit.browser.driver.findElements(By.css('[data-refit-state=busy]'))).length === 0,
        'it is still at work',
      );
      await nothing();
      await visit.person.keys(Key.ESCAPE);
      await visit.person.noDialog();
    });

  it('in the list of keys and before a release', async () => {
    await visit.person.keys('?');
    await visit.person.find('fold-keys-dialog');
    await nothing();
    await visit.person.keys(Key.ESCAPE);
    await visit.person.noDialog();
    await (await visit.person.button('Publish')).click();
    await visit.person.find('fold-publish-dialog');
    await nothing();
    await visit.person.keys(Key.ESCAPE);
    await visit.person.noDialog();
  });

  it('while a text is written, beside its bar, and where its words are to lead', async () => {
    await visit.person.openText('wide', 'h1');
    await visit.person.find('[data-writing-bar]');
    await nothing();
    await (await visit.person.find('[data-mark=more]')).click();
    await visit.person.find('#words-lang');
    await nothing();
    await visit.person.keys(Key.ESCAPE);
    await (await visit.person.find('[data-mark=link]')).click();
    await visit.person.find('fold-link-dialog');
    await nothing();
    await visit.person.keys(Key.ESCAPE);
    await visit.person.noDialog();
    await visit.person.keys(Key.ESCAPE);
  });

  it('in the menu of a part and of a cell', async () => {
    await visit.person.pick('wide', 'h1', 'Title');
    await visit.person.group('Type');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'm');
    await visit.person.find('[role=menuitem]');
    await nothing();
    await visit.person.keys(Key.ESCAPE);
    await noMenu();
    await visit.person.clickHidden('[aria-label="More for font-size at Wide"]');
    await visit.person.find('[role=menuitem]');
    await nothing();
    await visit.person.keys(Key.ESCAPE);
    await noMenu();
  });

  it('where colours, shadows, edges and layers are drawn, typefaces are chosen, and attributes are set', async () => {
    await visit.person.pick('wide', 'h1', 'Title');
    await visit.person.group('Type');
    await visit.person.clickHidden('[data-mix="color@wide"]');
    await visit.person.find('fold-colour-slip p-slider');
    await visit.person.find('[data-slip-contrast]');
    await nothing();
    await visit.person.clickHidden('[data-close-slip]');
    await visit.person.group('Edge');
    await visit.person.clickHidden('[data-mix="box-shadow@wide"]');
    await visit.person.clickHidden('[data-add-shadow]');
    await visit.person.find('fold-light-pad');
    await nothing();
    await visit.person.clickHidden('[data-close-slip]');
    await visit.person.clickHidden('[data-draw-edges]');
    await visit.person.find('fold-edge-drawing p-slider');
    await nothing();
    await visit.person.group('Fill');
    await visit.person.clickHidden('[data-mix="background-image@wide"]');
    for (const kind of ['colour', 'gradient']) {
      await visit.person.clickHidden(`[data-add-layer="${kind}"]`);
      await visit.person.find('fold-layer-settings p-slider');
      await nothing();
    }
    await visit.person.clickHidden('[data-close-slip]');
    await visit.person.group('Motion');
    await visit.person.clickHidden('[data-mix="transition-duration@wide"]');
    await visit.person.clickHidden('[data-add-transition]');
    await visit.person.find('fold-curve-pad [role=slider]');
    await nothing();
    await visit.person.clickHidden('[data-close-slip]');
    await visit.person.group('Type');
    await visit.person.clickHidden('[aria-label="Choose a typeface for Wide"]');
    await visit.person.find('[data-upload-faces]');
    await nothing();
    await visit.person.keys(Key.ESCAPE);
    await visit.person.noDialog();
    await visit.person.group('Content');
    await visit.person.find('[data-add-attribute]');
    await nothing();
  });
});
