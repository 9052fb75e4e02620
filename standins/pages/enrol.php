<h1>Enrol your phone</h1>
<p>Scan this code with the members’ app. It lives for half a minute, once.</p>
<keen-glyph token="" label="Enrolment code" size="400"></keen-glyph>
<script type="module" src="/enrol.js"></script>
