# frozen_string_literal: true

# Pauses of the driver, in seconds: after each press, in case a whole page follows, and before it looks again for an
# element that is gone. The application changes its pages in place, and Capybara waits for what is to be seen.
ENV["FERRUM_CLICK_WAIT"] ||= "0.02"
ENV["FERRUM_INTERMITTENT_SLEEP"] ||= "0.02"

require "capybara/rspec"
require "capybara/cuprite"

# Begins each example in a tab of its own, without cookies and storage, but leaves the cache of what was fetched and
# compiled: to fetch all anew costs a second an example.
class TabDriver < Capybara::Cuprite::Driver
  def reset!
    before = window_handles
    open_new_window.then { |page| switch_to_window(page.target_id) }
    before.each { |handle| close_window(handle) }
    browser.cookies.clear
    browser.page.command("Storage.clearDataForOrigin", origin: CopiedServer.address, storageTypes: "local_storage")
    slow_down
  end

  # With COBALT_SLOWED=6 the browser takes six times as long, as on a machine that has much else to do: what is met
  # only now and then is met often.
  def slow_down
    rate = ENV.fetch("COBALT_SLOWED", nil) or return
    browser.page.command("Emulation.setCPUThrottlingRate", rate: Float(rate))
  end
end

Capybara.register_driver(:chromium) do |app|
  path =
    ENV["COBALT_BROWSER"] ||
    %w[chromium-headless-shell chromium chromium-browser google-chrome].map { |name| "/usr/bin/#{name}" }
      .find { |candidate| File.executable?(candidate) }
  # Without these, Chromium loses time on connections it can't make; as root it needs no-sandbox.
  switches = %w[
    disable-background-networking
    disable-component-update
    disable-sync
    disable-quic
    no-first-run
    disable-gpu
  ]
  switches << "no-sandbox" if Process.uid.zero?
  TabDriver.new(
    app, browser_path: path, headless: true, window_size: [1280, 887], timeout: 90, process_timeout: 90,
         js_errors: true, browser_options: switches.to_h { |name| [name, nil] }
  )
end
Capybara.default_driver = :chromium
Capybara.javascript_driver = :chromium
Capybara.run_server = false
# In seconds. Long, because it costs only what fails: a machine under load takes its time.
Capybara.default_max_wait_time = Integer(ENV.fetch("COBALT_PATIENCE", 60))
Capybara.enable_aria_label = true

require_relative "copied_server"
require_relative "steps"

Capybara.app_host = CopiedServer.address

# What a person does in the browser, in the words a person would use.
module Browsing
  def visit(path)
    CopiedServer.start
    super
  end

  # Comes in with a session that is open already: the door itself has specs of its own.
  def enter_as(login, at: "/")
    _, token = Server::Session.start(Server::Account.named(login))
    page.driver.set_cookie(Server::RequestHelp::COOKIE, token, domain: "127.0.0.1", httponly: true)
    visit(at)
    expect(page).to have_button("Sign out")
  end

  # Signs in where the door stands already.
  def pass_the_door(login)
    fill_in("Sign-in name", with: login)
    fill_in("Password", with: Server::DemoData::PASSWORD)
    click_button("Sign in")
  end

  def leave
    click_button("Sign out")
    expect(page).to have_field("Sign-in name")
  end

  # A cell of the map by the names of its field and audience.
  def cell(field, audience) = find("td[aria-label^='#{field}, #{audience}:']")

  # What a cell says: "Read-only" or "Read-only or Editable, depending on the record".
  def cell_words(field, audience) = cell(field, audience)["aria-label"].split(": ").last

  # The row of a field on a form.
  def form_field(id) = find(".form-row[data-field='#{id}']")

  # Picks an option of a select by its label; in a long list, typing its name brings it up.
  def choose_option(label, option, typing: nil)
    find("[aria-label='#{label}']").click
    keys(typing) if typing
    find(".ant-select-item-option", text: option, match: :prefer_exact).click
  end

  # Says in a rule what the fields of a line become, by a word such as "locked".
  def become(word, label: "Become")
    find("[aria-label='#{label}']").click
    keys(word)
    find(".ant-select-item-option", text: word, match: :prefer_exact).click
    close_list
  end

  # Closes the list of a select that takes several, which would cover what is below it.
  def close_list
    keys(:escape)
    expect(page).to have_no_css(".ant-select-dropdown:not(.ant-select-dropdown-hidden)")
  end

  def keys(*sent)
    Steps.step(sent.size)
    page.driver.browser.keyboard.type(*sent)
  end

  # Opens a file dialog's field with a file of its own. Returns nothing.
  def attach(name, file) = attach_file(name, File.expand_path(file), make_visible: true)

  AXE = File.join(Gem.loaded_specs.fetch("axe-core-api").full_gem_path, "node_modules/axe-core/axe.min.js")
  STANDARD = %w[wcag2a wcag2aa wcag21a wcag21aa wcag22aa].freeze

  # Runs axe on the page as it is; the gem's own matcher asks for a driver it knows, so its script is run here.
  def expect_no_barrier
    page.execute_script(File.read(AXE))
    found = page.evaluate_async_script(<<~JS, STANDARD)
      const done = arguments[1];
      axe.run(document, { runOnly: arguments[0] }).then((result) => done(result.violations.map((each) => `${each.id}: ${each.nodes.slice(0, 4).map((node) => `${node.target} (${node.failureSummary})`).join("; ")}`)));
    JS
    expect(found).to eq([])
  end
end

RSpec.configure do |config|
  config.define_derived_metadata(file_path: %r{/spec/browser/}) { |metadata| metadata[:type] = :feature }
  config.include Browsing, type: :feature
  config.before(type: :feature) do
    unless File.file?(File.join(Server::Application::DIST, "index.html"))
      raise "the front end is not built: run bin/prepare"
    end

    CopiedServer.stop
    SampleDatabase.fresh
    CopiedServer.warm_up
    Server::SignInGuard.clear
  end
  config.after(:suite) do
    CopiedServer.stop
    Presses.tell
  end
  config.after(type: :feature) do |example|
    if example.exception
      page.driver.save_screenshot(
        File.join(Dir.tmpdir, "cobalt-failed-#{example.full_description[0, 60].gsub(/\W+/, '-')}.png")
      )
    end
  end
end
