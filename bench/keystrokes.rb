# frozen_string_literal: true

# Typing into the rehearsal in a real browser, from the key to the form on screen that answers it.
module Keystrokes
  KEYSTROKES = 200

  module_function

  # Typing into a form of 60 fields under 500 rules: from the key to the form on screen that answers it.
  def run(report, trust, document)
    require "ferrum"
    Dir.mktmpdir do |folder|
      Server::Database.open(File.join(folder, "bench.sqlite3"))
      Server::DirectoryVersion.keep(trust.directory, by: "bench")
      Server::Edition.publish(document, by: "bench", note: "")
      Server::Account.create!(
        login: "bench", name: "Bench", password: Server::DemoData::PASSWORD, access: "administrator", person: "user-7"
      )
      RouteBench.serve(Server::Application) { |port| typed(report, port) }
      ActiveRecord::Base.connection_handler.clear_all_connections!(:all)
    end
  rescue LoadError, Ferrum::BinaryNotFoundError
    report.figure("a keystroke in rehearsal, on screen", "not measured: Chromium is not installed")
  end

  def typed(report, port)
    options = %w[no-sandbox disable-gpu disable-background-networking].to_h { |name| [name, nil] }
    browser =
      Ferrum::Browser.new(
        headless: true, window_size: [1280, 800], timeout: 30, process_timeout: 60, browser_options: options
      )
    browser.goto("http://127.0.0.1:#{port}/rehearsal?type=type-0&as=user-7&policy=in_force")
    wait(browser, "input[autocomplete=username]").focus.type("bench")
    wait(browser, "input[autocomplete=current-password]").focus.type(Server::DemoData::PASSWORD, :Enter)
    wait(browser, ".form-row input[type=text], .form-row input:not([type])")
    samples = Array.new(KEYSTROKES) { |number| browser.evaluate_async(TYPING, 10, number) }.drop(10).sort
    { 50 => "the median", 95 => "the 95th percentile (target: under 100 ms)" }.each do |share, words|
      report.figure(
        "a keystroke in rehearsal, 60 fields, 500 rules, on screen: #{words}",
        format("%.0f ms", samples[(samples.size * share / 100.0).ceil - 1])
      )
    end
  ensure
    browser&.quit
  end

  # Types one more letter, and waits until the form that answers it is on screen: the account of what the change did
  # speaks of the letter just typed.
  TYPING = <<~JS
    const [number, done] = [arguments[0], arguments[arguments.length - 1]];
    const box = [...document.querySelectorAll(".form-row input.ant-input")].find((input) => input.type === "text" && input.inputMode !== "decimal");
    const text = `typed ${number}`;
    const begun = performance.now();
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(box, text);
    box.dispatchEvent(new Event("input", { bubbles: true }));
    const look = () => {
      const told = [...document.querySelectorAll("[data-changed]")];
      if (told.some((line) => line.textContent.includes(text))) requestAnimationFrame(() => done(performance.now() - begun));
      else setTimeout(look, 1);
    };
    look();
  JS

  def wait(browser, selector)
    200.times do
      found = browser.at_css(selector)
      return found if found

      sleep 0.05
    end
    raise "nothing like #{selector} came on screen"
  end
end
