{!! $waypoint !!}: {!! $says !!}

What came of it, by day, device and country:
{!! $link !!}

{!! $workspace !!} asked to be told {!! $because !!}. Whoever may change its waypoints can take this address off there.
