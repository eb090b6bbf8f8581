# frozen_string_literal: true

# Nothing is wider than the window, whatever the window is: a screen of a laptop, a page at 200 and 400 %, a telephone.
# WCAG 2.2, 1.4.10; the rest of what axe checks is looked at beside it, in both shades.
RSpec.describe "Every view in every window" do
  after { page.driver.resize(1280, 887) }

  def self.views
    loan = "type=outgoing-loan"
    {
      "/map?#{loan}" => "td[aria-label^='Loan number']", "/map?#{loan}&cell=stage+role:registrar" => "aside .verdict",
      "/rules?#{loan}" => ".rule-row", "/rules?#{loan}&rule=ol-costly-loans-name-a-courier" => "aside .reads",
      "/rehearsal?#{loan}&as=ilka.fenn&record=LN-0042&mode=edit" => ".form-row", "/findings" => ".finding-row",
      "/changes" => ".changes h1", "/changes?view=expectations" => ".changes h1",
      "/changes?view=signers" => ".changes h1", "/changes?view=limits" => ".changes h1",
      "/changes?view=automations" => ".changes h1",
      "/changes?view=editions" => ".changes h1", "/catalogue?#{loan}" => "tbody tr",
      "/catalogue?#{loan}&view=forms" => ".type-view", "/catalogue?#{loan}&view=path" => ".type-view",
      "/catalogue?#{loan}&view=baselines" => "section", "/people" => "tbody tr", "/people?view=sign-ins" => "h1",
      "/people/ilka.fenn" => ".own-map", "/precedence?#{loan}" => "h1", "/journal" => "tbody tr", "/help" => "h1",
      "/records/outgoing-loan" => "tbody tr", "/records/outgoing-loan/LN-0042?mode=edit" => ".form-row"
    }
  end

  # What sticks out of the window, but for what scrolls inside itself.
  let(:out_of_window) { <<~JS }
    (() => {
      const root = document.documentElement;
      if (root.scrollWidth <= innerWidth) return [];
      const scrolls = (at) => /auto|scroll|hidden|clip/.test(getComputedStyle(at).overflowX);
      const inside = (each) => { for (let at = each.parentElement; at && at !== document.body; at = at.parentElement)
        if (scrolls(at)) return true; return false; };
      return [...document.querySelectorAll("body *")]
        .filter((each) => each.getBoundingClientRect().right > innerWidth + 1 && !inside(each))
        .map((each) => `${each.tagName}.${each.className} ${each.textContent.slice(0, 40)}`).slice(0, 4)
        .concat("the page");
    })()
  JS

  def expect_within(view, width)
    expect(page).to have_no_css(".loading")
    out = page.evaluate_script(out_of_window)
    expect(out).to eq([]), "#{view} at #{width} px: #{out.join(' | ')}"
  end

  [[1280, "Light"], [1024, "Dark"], [640, "Light"], [400, "Dark"]].each do |width, shade|
    it "fits #{width} px, with the dialogs that it opens" do
      page.driver.resize(width, 800)
      enter_as("mairin", at: "/map?type=outgoing-loan")
      click_button("Dark") if shade == "Dark"
      self.class.views.each do |view, there|
        visit(view)
        expect(page).to have_css(there, match: :first)
        expect_within(view, width)
        expect_no_barrier if [1024, 400].include?(width)
      end
      visit("/catalogue")
      ["New record type", "Import from a file"].each do |dialog|
        click_button(dialog)
        expect(page).to have_css(".ant-modal", text: dialog)
        expect_within(dialog, width)
        click_button("Close", match: :first)
        expect(page).to have_no_css(".ant-modal")
      end
    end
  end
end
