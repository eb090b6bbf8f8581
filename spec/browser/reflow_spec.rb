# frozen_string_literal: true

# Nothing is wider than the window or cut off, whatever the window is: a screen of a laptop, a page at 200 and 400 %,
# a telephone.
RSpec.describe "Every view in every window" do
  after { page.driver.resize(1280, 887) }

  # What sticks out of the window: its class and text.
  OUT = <<~JS
    (() => {
      const wide = document.documentElement.scrollWidth - innerWidth;
      if (wide <= 0) return [];
      return [...document.querySelectorAll("body *")]
        .filter((each) => each.getBoundingClientRect().right > innerWidth + 1)
        .filter((each) => { for (let at = each.parentElement; at; at = at.parentElement)
          if (/auto|scroll|hidden|clip/.test(getComputedStyle(at).overflowX) && at.scrollWidth > at.clientWidth
            && at !== document.body && at !== document.documentElement) return false; return true; })
        .slice(0, 4).map((each) => `${each.tagName}.${each.className} ${each.textContent.slice(0, 40)}`);
    })()
  JS

  def expect_within(view, width)
    out = page.evaluate_script(OUT)
    expect(out).to eq([]), "#{view} at #{width} px: #{out.join(' | ')}"
  end

  views = {
    "/map?type=outgoing-loan" => "td[aria-label^='Loan number']", "/map?type=outgoing-loan&cell=stage role:registrar" => "aside .verdict",
    "/rules?type=outgoing-loan" => ".rule-row", "/rules?type=outgoing-loan&rule=ol-costly-loans-name-a-courier" => ".reads",
    "/rehearsal?type=outgoing-loan&as=ilka.fenn&record=LN-0042&mode=edit" => ".form-row", "/findings" => ".finding-row, .empty, .audit-progress",
    "/changes" => ".changes", "/changes?view=expectations" => ".changes", "/changes?view=signers" => ".changes",
    "/changes?view=limits" => ".changes", "/changes?view=automations" => ".changes", "/changes?view=editions" => ".changes",
    "/catalogue?type=outgoing-loan" => "h1", "/catalogue?type=outgoing-loan&view=forms" => ".type-view",
    "/catalogue?type=outgoing-loan&view=path" => ".type-view", "/catalogue?type=outgoing-loan&view=baselines" => "h1",
    "/people" => "tbody tr", "/people?view=sign-ins" => "h1", "/people/ilka.fenn" => "h1", "/journal" => "tbody tr", "/help" => "h1",
    "/precedence?type=outgoing-loan" => "h1", "/records/outgoing-loan" => "tbody tr", "/records/outgoing-loan/LN-0042" => ".form-row",
    "/messages" => "main"
  }
  [1280, 1024, 640, 400].each do |width|
    it "fits #{width} px" do
      page.driver.resize(width, 800)
      enter_as("mairin", at: "/map?type=outgoing-loan")
      views.each do |view, there|
        visit(view)
        expect(page).to have_css(there, visible: :all, match: :first)
        expect(page).to have_no_css(".loading")
        begin; expect_within(view, width); rescue RSpec::Expectations::ExpectationNotMetError => e; puts e.message; end
      end
    end
  end
end
