#include "screens/align.h"

#include <algorithm>

namespace fern {

Field aligned(Field field, const Box& box, const Box& frame, FieldAlign align)
{
    const int across = frame.width - box.width;
    const int down = frame.height - box.height;
    switch (align) {
    case FieldAlign::Left:
        field.x = frame.x;
        break;
    case FieldAlign::Centre:
        field.x = frame.x + across / 2;
        break;
    case FieldAlign::Right:
        field.x = frame.x + across;
        break;
    case FieldAlign::Top:
        field.y = frame.y;
        break;
    case FieldAlign::Middle:
        field.y = frame.y + down / 2;
        break;
    case FieldAlign::Bottom:
        field.y = frame.y + down;
        break;
    }
    field.x = std::max(0, field.x);
    field.y = std::max(0, field.y);
    return field;
}

} // namespace fern
