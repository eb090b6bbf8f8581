# frozen_string_literal: true

# A press of the mouse goes to a place on the page. Where the page is laid out anew between looking where something is
# and pressing it, the press goes beside it, and whoever pressed sees that nothing came of it and presses again. So does
# this, and tells what moved: a page that moves under the hand is a fault of its own.
module Presses
  TRIES = 4
  # Marks an element until a press has reached it. What opens a list does so before the button is released.
  WATCH = <<~JS
    const pressed = arguments[0];
    const list = pressed.closest(".ant-select");
    pressed.awaitsPress = true;
    const reached = () => { pressed.awaitsPress = false; };
    (list || pressed).addEventListener(list ? "mousedown" : "click", reached, { capture: true, once: true });
  JS

  class << self
    # What presses missed, each with how often: "button “Negate”".
    def missed = @missed ||= Hash.new(0)

    # Presses by the block until one has reached the element. Returns what the block returned last. Raises where none
    # of several did.
    def until_one_lands(element, session)
      TRIES.times do
        element.synchronize { session.execute_script(WATCH, element) }
        name = named(element)
        answer = yield
        return answer unless missed?(element, session)

        missed[name] += 1
      end
      raise "#{TRIES} presses on #{named(element)} did not reach it"
    end

    def tell
      missed.each { |name, count| warn("  presses that missed: #{count} on #{name}") }
    end

    private

    def missed?(element, session)
      session.evaluate_script("arguments[0].awaitsPress === true", element)
    rescue StandardError
      # The page that it was on is gone.
      false
    end

    def named(element) = "#{element.tag_name} “#{element['aria-label'] || element.text[0, 40]}”"
  end
end
