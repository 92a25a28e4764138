#pragma once
// A display that is built in turned.

#include "glass/display_spec.h"
#include "glass/parts/glass_part.h"

namespace fern {

class TurnedPart : public GlassPart {
public:
    TurnedPart(std::unique_ptr<GlassPart> part, Rotation rotation);
    std::unique_ptr<GlassPart> clone() const override
    {
        return std::make_unique<TurnedPart>(m_part->clone(), m_rotation, m_face);
    }
    /// Of a display whose turned face is known.
    TurnedPart(
        std::unique_ptr<GlassPart> part, Rotation rotation, std::shared_ptr<const GlassFace> face);

    void powerOn() override { m_part->powerOn(); }
    void take(const Transfer& transfer, Ticks at) override { m_part->take(transfer, at); }
    GlassPicture seen(Ticks at) const override;
    std::vector<std::string> text() const override { return m_part->text(); }
    Ticks busyUntil() const override { return m_part->busyUntil(); }
    double steadyShare() const override { return m_part->steadyShare(); }

private:
    std::unique_ptr<GlassPart> m_part;
    Rotation m_rotation;
    std::shared_ptr<const GlassFace> m_face;
};

} // namespace fern
