#include "smooth/chain.h"

#include "base/ticks.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <optional>
#include <utility>

namespace fern {

namespace {

/// A step that can be copied.
template <class Step> class CopiedRun : public StepRun {
public:
    std::unique_ptr<StepRun> clone() const final
    {
        return std::make_unique<Step>(*static_cast<const Step*>(this));
    }
};

/// A step that knows no more than its last output and the time since the last valid sample.
/// `Step` gives next(); it is known here, so that a long series needs no call for each sample.
template <class Real, class Step> class RememberingRun : public CopiedRun<Step> {
public:
    void run(std::span<const double> seconds, std::span<double> values) final
    {
        for (std::size_t i = 0; i < values.size(); ++i) {
            m_sinceValid += seconds[i];
            if (std::isnan(values[i]))
                continue;
            m_last = static_cast<Step*>(this)->next(static_cast<Real>(values[i]));
            m_started = true;
            m_sinceValid = 0;
            values[i] = static_cast<double>(m_last);
        }
    }

protected:
    double m_sinceValid = 0;
    bool m_started = false;
    Real m_last = 0;
};

template <class Real> class ExponentialRun : public RememberingRun<Real, ExponentialRun<Real>> {
public:
    explicit ExponentialRun(const StepSpec& step)
        : m_step(step)
        , m_alpha(static_cast<Real>(step.alpha))
    {
    }

    Real next(Real x)
    {
        return this->m_started ? Kernel<Real>::ft_exponential(this->m_last, x, alpha()) : x;
    }

private:
    Real alpha()
    {
        if (!m_step.byAlpha && this->m_sinceValid != m_alphaSeconds) {
            m_alphaSeconds = this->m_sinceValid;
            m_alpha = static_cast<Real>(Kernel<double>::ft_share(this->m_sinceValid, m_step.tau));
        }
        return m_alpha;
    }

    StepSpec m_step;
    Real m_alpha;
    double m_alphaSeconds = -1; ///< the Δt for which m_alpha was computed
};

template <class Real> class AverageRun : public CopiedRun<AverageRun<Real>> {
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
                    Kernel<Real>::ft_average(m_ring.data(), static_cast<int>(m_ring.size()),
                        &m_count, &m_next, &m_sum, static_cast<Real>(value)));
    }

private:
    std::vector<Real> m_ring;
    int m_count = 0;
    int m_next = 0;
    Real m_sum = 0;
};

template <class Real> class MedianRun : public CopiedRun<MedianRun<Real>> {
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
                value = static_cast<double>(Kernel<Real>::ft_median(m_ring.data(), m_sorted.data(),
                    static_cast<int>(m_ring.size()), &m_count, &m_next, static_cast<Real>(value)));
    }

private:
    std::vector<Real> m_ring;
    std::vector<Real> m_sorted;
    int m_count = 0;
    int m_next = 0;
};

template <class Real> class SpikeGateRun : public CopiedRun<SpikeGateRun<Real>> {
public:
    explicit SpikeGateRun(const StepSpec& step)
        : m_step(step)
        , m_ring(static_cast<std::size_t>(step.window))
        , m_scratch(m_ring.size())
        , m_waiting(static_cast<std::size_t>(step.refill))
    {
    }

    void run(std::span<const double> /*seconds*/, std::span<double> values) override
    {
        for (double& value : values)
            if (!std::isnan(value))
                value = static_cast<double>(Kernel<Real>::ft_spike_gate(m_ring.data(),
                    m_scratch.data(), m_step.window, &m_count, &m_next, m_waiting.data(),
                    m_step.refill, &m_gated, &m_side, &m_last, static_cast<Real>(value),
                    static_cast<Real>(m_step.k), static_cast<Real>(m_step.least)));
    }

private:
    StepSpec m_step;
    std::vector<Real> m_ring, m_scratch, m_waiting;
    int m_count = 0, m_next = 0, m_gated = 0, m_side = 0;
    Real m_last = 0;
};

/// Slew limit, dead band, still below, last digit.
template <class Real> class HoldingRun : public RememberingRun<Real, HoldingRun<Real>> {
public:
    explicit HoldingRun(const StepSpec& step)
        : m_step(step)
    {
    }

    Real next(Real x)
    {
        const auto limit = static_cast<Real>(m_step.limit);
        const auto last = this->m_last;
        switch (m_step.kind) {
        case StepKind::StillBelow:
            return Kernel<Real>::ft_still_below(x, limit);
        case StepKind::DigitHysteresis:
            // A number of digits that does not fit stays as it is.
            return std::fabs(static_cast<double>(x) / m_step.limit)
                    < static_cast<double>(Kernel<Real>::wide_limit)
                ? Kernel<Real>::ft_last_digit(
                    last, x, limit, static_cast<Real>(m_step.beyond), this->m_started)
                : x;
        case StepKind::SlewLimit:
            return this->m_started
                ? Kernel<Real>::ft_slew(last, x, limit * static_cast<Real>(this->m_sinceValid))
                : x;
        case StepKind::DeadBand:
            return this->m_started ? Kernel<Real>::ft_dead_band(last, x, limit) : x;
        case StepKind::MovingAverage:
        case StepKind::Exponential:
        case StepKind::Median:
        case StepKind::SpikeGate:
        case StepKind::PeakHold:
        case StepKind::MinimumHold:
        case StepKind::MainsCycles:
            break; // runs of their own
        }
        return x;
    }

private:
    StepSpec m_step;
};

/// A peak or a minimum; an older one than its seconds begins again.
class ExtremeRun : public CopiedRun<ExtremeRun> {
public:
    explicit ExtremeRun(const StepSpec& step)
        : m_sign(step.kind == StepKind::PeakHold ? 1 : -1)
        , m_hold(ticksFromSeconds(step.hold))
    {
    }

    void run(std::span<const double> seconds, std::span<double> values) override
    {
        for (std::size_t i = 0; i < values.size(); ++i) {
            m_age += ticksFromSeconds(seconds[i]);
            if (std::isnan(values[i]))
                continue;
            if (!m_started || m_sign * values[i] >= m_sign * m_last
                || (m_hold > Ticks{} && m_age > m_hold)) {
                m_last = values[i];
                m_age = {};
            }
            m_started = true;
            values[i] = m_last;
        }
    }

private:
    double m_sign;
    Ticks m_hold, m_age; // whole nanoseconds: many samples add up to no error
    double m_last = 0;
    bool m_started = false;
};

/// An average over whole mains cycles: its window follows from the time between the first two
/// samples.
template <class Real> class MainsRun : public CopiedRun<MainsRun<Real>> {
public:
    explicit MainsRun(const StepSpec& step)
        : m_step(step)
    {
    }

    void run(std::span<const double> seconds, std::span<double> values) override
    {
        for (std::size_t i = 0; i < values.size(); ++i) {
            m_sinceValid += seconds[i];
            if (std::isnan(values[i]))
                continue;
            if (!m_started) { // the first output is the first input
                m_first = values[i];
            } else {
                if (!m_average) {
                    StepSpec window;
                    window.kind = StepKind::MovingAverage;
                    window.window = mainsWindow(m_step, m_sinceValid);
                    m_average.emplace(window);
                    m_average->run({&m_sinceValid, 1}, {&m_first, 1});
                }
                m_average->run({&m_sinceValid, 1}, {&values[i], 1});
            }
            m_started = true;
            m_sinceValid = 0;
        }
    }

private:
    StepSpec m_step;
    std::optional<AverageRun<Real>> m_average;
    double m_first = 0, m_sinceValid = 0;
    bool m_started = false;
};

template <class Real> std::unique_ptr<StepRun> makeRun(const StepSpec& step)
{
    switch (step.kind) {
    case StepKind::SpikeGate:
        return std::make_unique<SpikeGateRun<Real>>(step);
    case StepKind::SlewLimit:
    case StepKind::DeadBand:
    case StepKind::StillBelow:
    case StepKind::DigitHysteresis:
        return std::make_unique<HoldingRun<Real>>(step);
    case StepKind::PeakHold:
    case StepKind::MinimumHold:
        return std::make_unique<ExtremeRun>(step);
    case StepKind::MainsCycles:
        return std::make_unique<MainsRun<Real>>(step);
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

int mainsWindow(const StepSpec& step, double sampleSeconds)
{
    const double samples = step.cycles / (step.hertz * sampleSeconds);
    return static_cast<int>(
        std::lround(std::clamp(samples, 1.0, static_cast<double>(longestWindow))));
}

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
    for (auto& step : m_steps)
        step->run(seconds, values);
}

double Chain::feed(double seconds, double value)
{
    run({&seconds, 1}, {&value, 1});
    return value;
}

} // namespace fern
