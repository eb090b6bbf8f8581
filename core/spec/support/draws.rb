# frozen_string_literal: true

# Random numbers of one generated case. They come from a seed, or from a tape of numbers drawn before, so that a case
# can be repeated with some of them made smaller. Takes the place of Random, for sample and shuffle too.
class Draws
  # What a float is drawn as: a part of this.
  PARTS = 1 << 30

  attr_reader :tape

  # seed: Integer; tape: Array of Integer to take in place of what the seed gives, 0 where it ends.
  def initialize(seed, tape = Trial.tape)
    @random = Random.new(seed)
    @given = tape
    @tape = []
    Trial.take_part(self)
  end

  # limit: nothing for a Float below 1, Integer or Float as an upper bound, or Range. Returns a number of that kind.
  def rand(limit = nil)
    case limit
    when nil then draw(PARTS).fdiv(PARTS)
    when Float then rand * limit
    when Range then limit.begin + draw(limit.end - limit.begin + (limit.exclude_end? ? 0 : 1))
    else draw(limit)
    end
  end

  private

  # A whole number below the bound.
  def draw(bound)
    number = @given ? (@given[@tape.size] || 0) % bound : @random.rand(bound)
    @tape << number
    number
  end
end
