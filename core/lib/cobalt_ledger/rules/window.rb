# frozen_string_literal: true

module CobaltLedger
  module Rules
    # The name by which programs built on the rules know it.
    Window = Conditions::Window
  end
end
