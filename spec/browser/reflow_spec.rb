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
      "/people/ilka.fenn" => ".own-map", "/evidence/field/unit_value?#{loan}" => ".answers",
      "/evidence/field/stage/role:courier?#{loan}" => ".answers", "/evidence/person/ilka.fenn?#{loan}" => ".answers",
      "/precedence?#{loan}" => "h1", "/journal" => "tbody tr", "/help" => "h1", "/matrix" => ".empty",
      "/pushed" => ".empty", "/records/outgoing-loan" => "tbody tr",
      "/records/outgoing-loan/LN-0042?mode=edit" => ".form-row"
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
  # Width and shade, and whether axe looks too.
  let(:windows) { [[1280, "Light", true], [640, "Light", false], [400, "Dark", true], [1024, "Dark", true]] }

  def expect_within(view, width)
    expect(page).to have_no_css(".loading")
    out = page.evaluate_script(out_of_window)
    expect(out).to eq([]), "#{view} at #{width} px: #{out.join(' | ')}"
  end

  def shade(name)
    return if page.has_css?("html[data-shade='#{name.downcase}']", wait: 0)

    page.execute_script("[...document.querySelectorAll('.band button')].find((b) => b.textContent === arguments[0])" \
                        "?.click()", name)
    expect(page).to have_css("html[data-shade='#{name.downcase}']")
  end

  # Looks at what is there in each window.
  def expect_in_every_window(view)
    windows.each do |width, shade, axe|
      page.driver.resize(width, 800)
      shade(shade)
      expect_within(view, width)
      expect_no_barrier if axe
    end
  ensure
    page.driver.resize(1280, 800)
  end

  views.each_slice((views.size / 2.0).ceil).with_index do |some, place|
    it "fits, in both shades (#{place + 1} of 2)" do
      enter_as("mairin", at: "/map?type=outgoing-loan")
      some.each do |view, there|
        visit(view)
        expect(page).to have_css(there, match: :first)
        expect_in_every_window(view)
      end
    end
  end

  # Address, what is pressed there one after the other, and what opens.
  def editors
    [
      ["/rules?type=outgoing-loan", ["New rule"], "aside[aria-label=Rule]"],
      ["/rules?type=outgoing-loan&rule=ol-costly-loans-name-a-courier", ["Duplicate"], ".ant-modal"],
      ["/catalogue?type=outgoing-loan", ["New record type"], ".ant-modal"],
      ["/catalogue?type=outgoing-loan", ["Import from a file"], ".ant-modal"],
      ["/catalogue?type=outgoing-loan", ["Edit Loan fee"], "aside[aria-label^=Field]"],
      ["/catalogue?type=outgoing-loan", ["Add several fields to The loan"], ".ant-modal"],
      ["/catalogue?type=outgoing-loan&view=baselines", ["Add a baseline"], ".ant-modal"],
      ["/people", ["New person"], "aside[aria-label='New person']"],
      ["/people", ["Add people"], "aside[aria-label='Add people']"], ["/people", ["Sign-ins"], ".ant-modal"],
      ["/people", ["Programs"], ".ant-modal"], ["/people", ["Find"], ".finder"],
      ["/changes?view=automations", ["Add an automation"], ".automation"],
      ["/changes", ["Name and purpose"], ".ant-modal"],
      ["/records/outgoing-loan", ["Import"], ".ant-modal"],
      ["/records/outgoing-loan/LN-0042?mode=edit", ["The whole record", "> History"], ".ant-modal"]
    ]
  end

  # name: of a button, or of an entry of the menu that is open: "> History".
  def press(name)
    return click_button(name, match: :first) unless name.start_with?("> ")

    find(".ant-dropdown-menu-item", text: name.delete_prefix("> ")).click
  end

  it "keeps dialogs and editors in every window, in both shades" do
    enter_as("mairin", at: "/map?type=outgoing-loan")
    editors.each do |address, pressed, there|
      visit(address)
      pressed.each { |name| press(name) }
      expect(page).to have_css(there, match: :first)
      expect_in_every_window("#{address}: #{pressed.last}")
    end
  end

  it "lets a record user work on a telephone: what is edited and its Save are in sight" do
    page.driver.resize(400, 740)
    enter_as("tomas", at: "/records/outgoing-loan")
    find("tr", text: "LN-0042").click
    click_button("Edit")
    expect(page).to have_css(".form-row input:focus, .form-row .ant-select-focused")
    within(form_field("borrower_telephone")) { find("input").set("01632 960 777") }
    seen = page.evaluate_script(<<~JS)
      [...document.querySelectorAll("button")].filter((each) => each.textContent === "Save")
        .map((each) => each.getBoundingClientRect()).some((at) => at.top >= 0 && at.bottom <= innerHeight && at.right <= innerWidth)
    JS
    expect(seen).to be(true)
    click_button("Save")
    expect(page).to have_css(".form-row[data-field='borrower_telephone']", text: "01632 960 777")
    expect_within("the record", 400)
    expect_no_barrier
  end
end
