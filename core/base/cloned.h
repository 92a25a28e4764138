#pragma once
// A value whose class is known by its base only.

#include <memory>
#include <utility>

namespace fern {

/// Holds an object of a class derived from Base, or none; a copy holds the object's clone().
template <class Base> class Cloned {
public:
    Cloned() = default;
    template <class Made>
    Cloned(std::unique_ptr<Made> made)
        : m_held(std::move(made))
    {
    }
    Cloned(const Cloned& other)
        : m_held(other.m_held ? other.m_held->clone() : nullptr)
    {
    }
    Cloned(Cloned&&) noexcept = default;
    Cloned& operator=(Cloned other) noexcept
    {
        m_held = std::move(other.m_held);
        return *this;
    }
    ~Cloned() = default;

    explicit operator bool() const { return m_held != nullptr; }
    Base& operator*() { return *m_held; }
    const Base& operator*() const { return *m_held; }
    Base* operator->() { return m_held.get(); }
    const Base* operator->() const { return m_held.get(); }

private:
    std::unique_ptr<Base> m_held;
};

} // namespace fern
