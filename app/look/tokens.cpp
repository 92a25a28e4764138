#include "app/look/tokens.h"

namespace fern::app {

namespace {

const Tokens light{.paper = QColor(0xF4F1E6),
    .card = QColor(0xFBFAF4),
    .line = QColor(0xD5D2C2),
    .ink = QColor(0x20302A),
    .soft = QColor(0x536158),
    .fern = QColor(0x2F5D43),
    .onFern = QColor(0xFBFAF4),
    .onFernSoft = QColor(0xDDE6CF),
    .accent = QColor(0x2F5D43),
    .moss = QColor(0x7C9A5E),
    .pale = QColor(0xDDE6CF),
    .amber = QColor(0xC77700),
    .brick = QColor(0xA63D2F),
    .sky = QColor(0x2E6E8E),
    .glass = QColor(0x0D1512),
    .lit = QColor(0xBFE8C8),
    .bar = QColor(0xE6E3D3),
    .field = QColor(0xFFFFFF),
    .trace = QColor(0x918C75)};

const Tokens dark{.paper = QColor(0x171E1A),
    .card = QColor(0x1F2823),
    .line = QColor(0x3C4942),
    .ink = QColor(0xE9EBDD),
    .soft = QColor(0xA9B6AB),
    .fern = QColor(0x2F5D43),
    .onFern = QColor(0xFBFAF4),
    .onFernSoft = QColor(0xDDE6CF),
    .accent = QColor(0x8CC49A),
    .moss = QColor(0x7C9A5E),
    .pale = QColor(0x2D3D32),
    .amber = QColor(0xE8A23A),
    .brick = QColor(0xE88575),
    .sky = QColor(0x7DB8D6),
    .glass = QColor(0x080D0B),
    .lit = QColor(0xBFE8C8),
    .bar = QColor(0x111713),
    .field = QColor(0x131A16),
    .trace = QColor(0x7F7C68)};

LookKind chosen = LookKind::Light;

} // namespace

const Tokens& tokens()
{
    return chosen == LookKind::Dark ? dark : light;
}

LookKind lookKind()
{
    return chosen;
}

void chooseTokens(LookKind kind)
{
    chosen = kind;
}

} // namespace fern::app
