#include "screens/align.h"

#include <algorithm>

namespace fern {

Field aligned(Field field, const Box& box, const GlassMetrics& metrics, FieldAlign align)
{
    const int across = std::max(0, metrics.columns - box.width);
    const int down = std::max(0, metrics.rows - box.height);
    switch (align) {
    case FieldAlign::Left:
        field.x = 0;
        break;
    case FieldAlign::Centre:
        field.x = across / 2;
        break;
    case FieldAlign::Right:
        field.x = across;
        break;
    case FieldAlign::Top:
        field.y = 0;
        break;
    case FieldAlign::Middle:
        field.y = down / 2;
        break;
    case FieldAlign::Bottom:
        field.y = down;
        break;
    }
    return field;
}

} // namespace fern
