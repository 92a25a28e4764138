#include "app/shell/places.h"

#include "app/places/bench/bench_place.h"
#include "app/places/channels/channels_place.h"
#include "app/places/parts/parts_place.h"
#include "app/places/screens/screens_place.h"
#include "app/places/timing/timing_place.h"

#include <array>

namespace fern::app {

namespace {

template <class P> Place* make(House& house, QWidget* parent)
{
    return new P(house, parent);
}

template <class P> constexpr PlaceTraits placeAt(int number)
{
    return {number, P::name, P::mark, make<P>};
}

constexpr std::array table{
    placeAt<PartsPlace>(1),
    placeAt<ChannelsPlace>(2),
    placeAt<ScreensPlace>(3),
    placeAt<TimingPlace>(4),
    placeAt<BenchPlace>(5),
};

} // namespace

std::span<const PlaceTraits> places()
{
    return table;
}

} // namespace fern::app
