/** What two rules can disagree about, with the letter that stands for it in the picture. */
export const FACETS: Record<string, { mark: string; words: string }> = {
  visibility: { mark: "V", words: "who sees it" },
  entry: { mark: "E", words: "who may change it" },
  presence: { mark: "P", words: "who must fill it" },
};
