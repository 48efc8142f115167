# frozen_string_literal: true

module Kelvath
  class Ledger
    # Texts as cells of a spreadsheet file. What a spreadsheet program would run as a formula goes out with an
    # apostrophe in front, and comes back without it.
    module SheetCell
      SIGNED = /\A'*[=+\-@\t\r]/
      NUMBER = /\A[+-]?\d+([.,]\d+)?\z/
      FORMULA = /\A(?:[=@\t\r]|[+-](?![\d\s]))/ # a dash with a blank behind it begins a point of a list

      module_function

      # guard("=1+1") # => "'=1+1"; numbers stay as they are
      def guard(text) = text.match?(SIGNED) && !text.match?(NUMBER) ? "'#{text}" : text

      # The text that a cell stands for; the inverse of #guard.
      def text(cell) = cell.start_with?("'") && cell.match?(SIGNED) ? cell.delete_prefix("'") : cell

      # Would a program run it? Nobody wrote an apostrophe before it, so it was not meant as text.
      def formula?(cell) = cell.match?(FORMULA) && !cell.match?(NUMBER)
    end
  end
end
