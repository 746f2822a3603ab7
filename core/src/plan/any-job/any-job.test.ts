/** Properties of any job, in one file so that its random jobs are made and judged once for all of them. */
import './belief.properties';
import './decide.properties';
import './inspections.properties';
import './entered.properties';
import './limits.properties';
import './the-same.properties';
