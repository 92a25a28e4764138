#include "reading/sentence_clock.h"

namespace fern {

namespace {

constexpr double secondsOfDay = 86400;
constexpr double longestStep = 10; ///< seconds between two fixes of a receiver that runs

} // namespace

double SentenceClock::follow(double secondOfDay, bool hadFix)
{
    double at = secondOfDay + m_offset;
    m_wasSet = false;
    if (m_last) {
        if (at < *m_last - secondsOfDay / 2) { // midnight
            m_offset += secondsOfDay;
            at += secondsOfDay;
        }
        const double since = at - *m_last;
        m_wasSet = since < 0 || (since > longestStep && !hadFix);
        if (m_wasSet) {
            m_offset += m_step - since;
            at = *m_last + m_step;
        } else if (since > 0 && since <= longestStep) {
            m_step = since;
        }
    }
    m_last = at;
    return at;
}

} // namespace fern
