#include "app/look/tokens.h"

namespace fern::app {

const Tokens& tokens()
{
    static const Tokens light{.paper = QColor(0xF4F1E6),
        .card = QColor(0xFBFAF4),
        .line = QColor(0xD5D2C2),
        .ink = QColor(0x20302A),
        .soft = QColor(0x536158),
        .fern = QColor(0x2F5D43),
        .moss = QColor(0x7C9A5E),
        .pale = QColor(0xDDE6CF),
        .amber = QColor(0xC77700),
        .brick = QColor(0xA63D2F),
        .sky = QColor(0x2E6E8E),
        .glass = QColor(0x0D1512),
        .lit = QColor(0xBFE8C8),
        .bar = QColor(0xE6E3D3),
        .field = QColor(0xFFFFFF)};
    return light;
}

} // namespace fern::app
