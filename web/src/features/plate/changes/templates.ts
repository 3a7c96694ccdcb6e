import type { Recipe, Template } from "../../../api/client";
import { THEME_TERMS } from "../../../api/vocabulary";

type Page = NonNullable<Recipe["page"]>;
type Named = NonNullable<Page["template"]>;

/** The layout of a name, or the one that figures are laid on unless another is chosen; none of a document. */
export function layoutOf(template: Template, name?: string) {
  return template.layouts.find((each) => each.name === (name ?? template.usual));
}

/** Laid in a template of slides: with the size of its pages, and its ground and ink where these are not the theme's. */
export const withSlides = (template: Template | undefined, layout?: string) => (recipe: Recipe) => {
  const page = recipe.page ?? {};
  const named = kept({ ...page.template, slides: template?.name, layout: template && layout });
  if (!template) {
    const { ground: _ground, ink: _ink, ...rest } = page;
    return { ...recipe, page: { ...rest, template: named } };
  }
  const { theme } = THEME_TERMS[page.theme ?? "paper"];
  const look = layoutOf(template, layout);
  const own = look && look.ground.toLowerCase() !== theme.ground;
  return {
    ...recipe,
    page: {
      ...page,
      template: named,
      width: Math.round(template.width),
      height: Math.round(template.height),
      ground: own ? look.ground : undefined,
      ink: own ? look.ink : undefined,
    },
  };
};

export const withDocument = (template: Template | undefined) => (recipe: Recipe) => ({
  ...recipe,
  page: { ...recipe.page, template: kept({ ...recipe.page?.template, document: template?.name }) },
});

/** What is named of templates; nothing where nothing is. */
function kept(named: Named): Named | undefined {
  return named.slides || named.document ? named : undefined;
}
