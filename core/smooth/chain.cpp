#include "smooth/chain.h"

#include <cassert>
#include <cmath>

namespace fern {

namespace {

// The kernel's functions for each number kind, so that one template serves both.
template <class Real> struct Kernel;
template <> struct Kernel<float> {
    static constexpr auto exponential = f32::ft_exponential;
    static constexpr auto average = f32::ft_average;
    static constexpr auto median = f32::ft_median;
};
template <> struct Kernel<double> {
    static constexpr auto exponential = f64::ft_exponential;
    static constexpr auto average = f64::ft_average;
    static constexpr auto median = f64::ft_median;
};

template <class Real> class ExponentialRun : public StepRun {
public:
    explicit ExponentialRun(const StepSpec& step)
        : m_step(step)
        , m_alpha(static_cast<Real>(step.alpha))
    {
    }

    void run(std::span<const double> seconds, std::span<double> values) override
    {
        for (std::size_t i = 0; i < values.size(); ++i) {
            m_sinceValid += seconds[i];
            if (std::isnan(values[i]))
                continue;
            const auto x = static_cast<Real>(values[i]);
            m_last = m_started ? Kernel<Real>::exponential(m_last, x, alpha()) : x;
            m_started = true;
            m_sinceValid = 0;
            values[i] = static_cast<double>(m_last);
        }
    }

private:
    Real alpha()
    {
        if (!m_step.byAlpha && m_sinceValid != m_alphaSeconds) {
            m_alphaSeconds = m_sinceValid;
            m_alpha = static_cast<Real>(-std::expm1(-m_sinceValid / m_step.tau));
        }
        return m_alpha;
    }

    StepSpec m_step;
    Real m_alpha;
    double m_alphaSeconds = -1; ///< the Δt for which m_alpha was computed
    double m_sinceValid = 0;
    bool m_started = false;
    Real m_last = 0;
};

template <class Real> class AverageRun : public StepRun {
public:
    explicit AverageRun(const StepSpec& step)
        : m_ring(static_cast<std::size_t>(step.window))
    {
    }

    void run(std::span<const double> /*seconds*/, std::span<double> values) override
    {
        for (double& value : values)
            if (!std::isnan(value))
                value = static_cast<double>(
                    Kernel<Real>::average(m_ring.data(), static_cast<int>(m_ring.size()), &m_count,
                        &m_next, &m_sum, static_cast<Real>(value)));
    }

private:
    std::vector<Real> m_ring;
    int m_count = 0;
    int m_next = 0;
    Real m_sum = 0;
};

template <class Real> class MedianRun : public StepRun {
public:
    explicit MedianRun(const StepSpec& step)
        : m_ring(static_cast<std::size_t>(step.window))
        , m_sorted(m_ring.size())
    {
    }

    void run(std::span<const double> /*seconds*/, std::span<double> values) override
    {
        for (double& value : values)
            if (!std::isnan(value))
                value = static_cast<double>(Kernel<Real>::median(m_ring.data(), m_sorted.data(),
                    static_cast<int>(m_ring.size()), &m_count, &m_next, static_cast<Real>(value)));
    }

private:
    std::vector<Real> m_ring;
    std::vector<Real> m_sorted;
    int m_count = 0;
    int m_next = 0;
};

template <class Real> std::unique_ptr<StepRun> makeRun(const StepSpec& step)
{
    switch (step.kind) {
    case StepKind::MovingAverage:
        return std::make_unique<AverageRun<Real>>(step);
    case StepKind::Median:
        return std::make_unique<MedianRun<Real>>(step);
    case StepKind::Exponential:
        break;
    }
    return std::make_unique<ExponentialRun<Real>>(step);
}

} // namespace

Chain::Chain(const std::vector<StepSpec>& steps, NumberKind kind)
{
    for (const auto& step : steps)
        if (!step.isOff)
            m_steps.push_back(
                kind == NumberKind::Float32 ? makeRun<float>(step) : makeRun<double>(step));
}

void Chain::run(std::span<const double> seconds, std::span<double> values)
{
    assert(seconds.size() == values.size());
    for (const auto& step : m_steps)
        step->run(seconds, values);
}

double Chain::feed(double seconds, double value)
{
    run({&seconds, 1}, {&value, 1});
    return value;
}

} // namespace fern
