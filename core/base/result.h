#pragma once
// A value or an error, for failures that are expected: files, typed text, options.
// Not for mistakes of the caller (assert) nor for judgements about an instrument (findings).

#include <cassert>
#include <string>
#include <utility>
#include <variant>

namespace fern {

/// What the receiver of an error can do about it.
enum class ErrorCode {
    InvalidArgument, ///< ask again: what was typed or passed is not accepted
    Unreadable, ///< the file cannot be opened or read
    Malformed, ///< the file is not what it should be
    NotFound, ///< a name or id that does not exist
    TooLarge, ///< beyond a stated limit
    NewerVersion, ///< written by a newer program
    CannotWrite, ///< nothing was changed on disk
};

struct Error {
    ErrorCode code = ErrorCode::InvalidArgument;
    std::string message; ///< one sentence for a person, with the offending value
    std::string where; ///< JSON pointer, "line 3, column 7", a path, or empty

    bool operator==(const Error&) const = default;
};

/// Returns "where: message", or the message alone when the place is unknown.
std::string describe(const Error& error);

template <class T> class [[nodiscard]] Result {
public:
    Result(T value)
        : m_state(std::in_place_index<0>, std::move(value))
    {
    }
    Result(Error error)
        : m_state(std::in_place_index<1>, std::move(error))
    {
    }

    bool has_value() const { return m_state.index() == 0; }
    explicit operator bool() const { return has_value(); }

    const T& value() const&
    {
        assert(has_value());
        return *std::get_if<0>(&m_state);
    }
    T&& value() &&
    {
        assert(has_value());
        return std::move(*std::get_if<0>(&m_state));
    }
    const T& operator*() const& { return value(); }
    T&& operator*() && { return std::move(*this).value(); }
    const T* operator->() const { return &value(); }

    const Error& error() const
    {
        assert(!has_value());
        return *std::get_if<1>(&m_state);
    }

private:
    std::variant<T, Error> m_state;
};

template <> class [[nodiscard]] Result<void> {
public:
    Result() = default;
    Result(Error error)
        : m_error(std::move(error))
        , m_failed(true)
    {
    }

    bool has_value() const { return !m_failed; }
    explicit operator bool() const { return has_value(); }
    const Error& error() const
    {
        assert(m_failed);
        return m_error;
    }

private:
    Error m_error;
    bool m_failed = false;
};

} // namespace fern
