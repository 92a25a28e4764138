#pragma once
// The forms in which a converter's code stands in registers and travels to a display.

#include <cstdint>
#include <string>
#include <vector>

namespace fern {

struct RegisterForms {
    std::string bits; ///< "0b 0011 0100 0001", in groups of four from the right
    std::vector<std::uint8_t> right; ///< right-justified bytes, the highest first
    std::vector<std::uint8_t> left; ///< left-justified: the code shifted to the top of its bytes
    std::vector<std::uint8_t> nibbles; ///< 0 … 15, the highest first
    std::string hex; ///< the characters a display needs, one a nibble
};

/// Returns the forms of a code of `bits` bits (4 … 24), in as few whole bytes as hold it, at least
/// two.
RegisterForms registerForms(std::int64_t code, int bits);

/// Returns the code of right- or left-justified bytes, the highest first.
std::int64_t codeOfRight(const std::vector<std::uint8_t>& bytes);
std::int64_t codeOfLeft(const std::vector<std::uint8_t>& bytes, int bits);

/// Returns the signed code whose `bits` lower bits these are, in two's complement.
std::int64_t signExtended(std::int64_t code, int bits);

} // namespace fern
