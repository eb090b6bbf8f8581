/** What two rules can disagree about, with the letter that stands for it in the picture. */
export const FACETS: Record<string, { mark: string; words: string }> = {
  visibility: { mark: "S", words: "sight: who sees it" },
  entry: { mark: "E", words: "entry: who can change it" },
  presence: { mark: "P", words: "presence: who must fill it" },
};
